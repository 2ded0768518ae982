"""The Look back place over HTTP, and invented classes to try things on."""

from datetime import date
from urllib.parse import quote
from uuid import UUID

from flask import Response, make_response

from keen_slate.services.heavy import Nothing
from keen_slate.services.shapes.marking import (
    ClassPictureShape,
    ClassShape,
    Entry,
    EntryChange,
    Erased,
    EyeCase,
    InventedClass,
    JudgedCells,
    NewEntry,
    NextRequest,
    NextSets,
    OverTime,
    Record,
    RecordAsked,
    Seed,
    SheetsRequest,
    TrialRequest,
    Tried,
)
from keen_slate.services.shapes.printing import PrintJob
from keen_slate.web.door import desk
from keen_slate.web.errand_routes import NOTHING, Reply, at_once_or_later
from keen_slate.web.routes import Routes

KEPT = [400, 404, 422]
TYPES = {"csv": "text/csv; charset=utf-8", "json": "application/json"}


def look_back_routes() -> Routes:
    routes = Routes("look_back", __name__, url_prefix="/api", tag="Look back")

    @routes.get("/rounds/<uuid:round_id>/picture")
    @routes.output(ClassPictureShape)
    @routes.doc(summary="What a round shows of the class", operation_id="classPicture", responses=[404])
    def picture(round_id: UUID) -> Reply:
        return at_once_or_later("picture", NOTHING, round_id=round_id)

    @routes.post("/rounds/<uuid:round_id>/next")
    @routes.input(NextRequest, arg_name="asked")
    @routes.output(NextSets, status_code=201)
    @routes.doc(summary="Sets to go on with, for shared mistakes", operation_id="makeNext", responses=KEPT)
    def make_next(round_id: UUID, asked: NextRequest) -> Reply:
        return at_once_or_later("next", asked, round_id=round_id)

    @routes.post("/rounds/<uuid:round_id>/sheets")
    @routes.input(SheetsRequest, arg_name="asked")
    @routes.output(PrintJob, status_code=202)
    @routes.doc(summary="One PDF with a page for each pupil", operation_id="printSheets", responses=KEPT)
    def sheets(round_id: UUID, asked: SheetsRequest) -> PrintJob:
        return desk().looking_back.sheets(round_id, asked)

    @routes.post("/rounds/<uuid:round_id>/invent")
    @routes.input(Seed, arg_name="asked")
    @routes.output(JudgedCells)
    @routes.doc(summary="Let invented pupils answer", operation_id="inventAnswers", responses=KEPT)
    def invent(round_id: UUID, asked: Seed) -> Reply:
        return at_once_or_later("invent", asked, round_id=round_id)

    @routes.post("/classes/invented")
    @routes.input(InventedClass, arg_name="asked")
    @routes.output(ClassShape, status_code=201)
    @routes.doc(summary="Make a class of invented pupils", operation_id="inventClass", responses=[400])
    def invent_class(asked: InventedClass) -> ClassShape:
        return desk().trying.make_class(asked)

    @routes.post("/sets/<uuid:set_id>/try")
    @routes.input(TrialRequest, arg_name="asked")
    @routes.output(Tried)
    @routes.doc(summary="Try a set on invented classes", operation_id="trySet", responses=KEPT)
    def try_set(set_id: UUID, asked: TrialRequest) -> Reply:
        return at_once_or_later("try", asked, set_id=set_id)

    @routes.post("/sets/<uuid:set_id>/eye")
    @routes.input(Seed, arg_name="asked")
    @routes.output(EyeCase)
    @routes.doc(summary="An invented answer to train the eye on", operation_id="trainEye", responses=KEPT)
    def eye(set_id: UUID, asked: Seed) -> Reply:
        return at_once_or_later("eye", asked, set_id=set_id)

    @routes.get("/classes/<uuid:class_id>/over-time")
    @routes.output(OverTime)
    @routes.doc(summary="How a class's answers went over the weeks", operation_id="classOverTime", responses=[404])
    def over_time(class_id: UUID) -> OverTime:
        return desk().looking_back.over_time(class_id)

    @routes.get("/record")
    @routes.input(RecordAsked, location="query", arg_name="asked")
    @routes.output(Record)
    @routes.doc(summary="What was done in these days", operation_id="readRecord", responses=[400])
    def read(asked: RecordAsked) -> Record:
        return desk().looking_back.read(asked)

    @routes.post("/record")
    @routes.input(NewEntry, arg_name="asked")
    @routes.output(Entry, status_code=201)
    @routes.doc(summary="Write down what was done", operation_id="writeRecord", responses=[400, 404])
    def write(asked: NewEntry) -> Entry:
        return desk().looking_back.note(asked)

    @routes.put("/record/<uuid:entry_id>")
    @routes.input(EntryChange, arg_name="asked")
    @routes.output(Nothing)
    @routes.doc(summary="Change a note", operation_id="changeRecord", responses=[400, 404])
    def change(entry_id: UUID, asked: EntryChange) -> Nothing:
        desk().looking_back.change(entry_id, asked)
        return NOTHING

    @routes.delete("/record/<uuid:entry_id>")
    @routes.output(Nothing)
    @routes.doc(summary="Delete an entry", operation_id="eraseRecord", responses=[404])
    def erase(entry_id: UUID) -> Nothing:
        desk().looking_back.erase(entry_id)
        return NOTHING

    @routes.get("/classes/<uuid:class_id>/export/<string:kind>")
    @routes.doc(summary="All that is kept of a class, as CSV or JSON", operation_id="exportClass", responses=[404])
    def export_class(class_id: UUID, kind: str) -> Response:
        return _file(kind, *(_written(kind, class_id, None)))

    @routes.get("/classes/<uuid:class_id>/pupils/<uuid:pupil_id>/export/<string:kind>")
    @routes.doc(summary="All that is kept of a pupil, as CSV or JSON", operation_id="exportPupil", responses=[404])
    def export_pupil(class_id: UUID, pupil_id: UUID, kind: str) -> Response:
        return _file(kind, *(_written(kind, class_id, pupil_id)))

    @routes.get("/pupils/export")
    @routes.doc(summary="All that is kept of all pupils, as JSON", operation_id="exportPupils")
    def export_all() -> Response:
        return _file("json", *desk().keeping.as_json())

    @routes.post("/pupils/erase")
    @routes.output(Erased)
    @routes.doc(summary="Delete all that is kept of pupils, for good", operation_id="erasePupils")
    def erase_all() -> Erased:
        return desk().keeping.erase_everything()

    return routes


def _written(kind: str, class_id: UUID, pupil_id: UUID | None) -> tuple[str, str]:
    keeping = desk().keeping
    return keeping.as_csv(class_id, pupil_id) if kind == "csv" else keeping.as_json(class_id, pupil_id)


def _file(kind: str, name: str, text: str) -> Response:
    answer = make_response(text, 200, {"Content-Type": TYPES.get(kind, TYPES["json"])})
    file = quote(f"{name}, {date.today():%Y-%m-%d}.{kind if kind in TYPES else 'json'}")
    answer.headers["Content-Disposition"] = f"attachment; filename*=UTF-8''{file}"
    return answer
