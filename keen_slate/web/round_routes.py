"""The Mark place over HTTP. Answers are kept as they are typed, before they are judged."""

from datetime import date
from uuid import UUID

from keen_slate.services.heavy import few_and_light
from keen_slate.services.shapes.base import Revision
from keen_slate.services.shapes.marking import (
    CellAsked,
    CellDetail,
    JudgedCells,
    MarkingRound,
    NewRound,
    Paper,
    Paste,
    PastedCells,
    RoundChange,
    RoundList,
    RoundsAsked,
    RoundSentence,
    RulingRequest,
    SchemeChange,
    TypedCells,
)
from keen_slate.web.door import desk
from keen_slate.web.errand_routes import Reply, at_once_or_later
from keen_slate.web.routes import Routes

CHANGES = [400, 404, 409]
KEPT = [400, 404, 422]


def round_routes() -> Routes:
    routes = Routes("rounds", __name__, url_prefix="/api/rounds", tag="Mark")

    @routes.get("")
    @routes.input(RoundsAsked, location="query", arg_name="asked")
    @routes.output(RoundList)
    @routes.doc(summary="A page of the rounds, the latest first", operation_id="listRounds", responses=[400])
    def list_rounds(asked: RoundsAsked) -> RoundList:
        return desk().rounds.list_rounds(date.today(), asked)

    @routes.post("")
    @routes.input(NewRound, arg_name="asked")
    @routes.output(MarkingRound, status_code=201)
    @routes.doc(summary="Begin to mark a class", operation_id="beginRound", responses=KEPT)
    def begin(asked: NewRound) -> Reply:
        return at_once_or_later("begin-round", asked)

    @routes.get("/<uuid:round_id>")
    @routes.output(MarkingRound)
    @routes.doc(summary="A round with its answers", operation_id="openRound", responses=[404])
    def open_round(round_id: UUID) -> MarkingRound:
        return desk().rounds.open(round_id)

    @routes.put("/<uuid:round_id>")
    @routes.input(RoundChange, arg_name="asked")
    @routes.output(MarkingRound)
    @routes.doc(summary="Change its name, day or policy", operation_id="changeRound", responses=CHANGES)
    def change(round_id: UUID, asked: RoundChange) -> MarkingRound:
        return desk().rounds.change(round_id, asked)

    @routes.put("/<uuid:round_id>/cells")
    @routes.input(TypedCells, arg_name="asked")
    @routes.output(JudgedCells)
    @routes.doc(
        summary="Keep answers as they were typed, and judge them", operation_id="typeCells", responses=[400, 404, 422]
    )
    def put_cells(round_id: UUID, asked: TypedCells) -> Reply:
        done = desk().rounds.type_in(round_id, asked, few_and_light)
        return done if done is not None else at_once_or_later("judge-cells", asked, round_id=round_id)

    @routes.get("/<uuid:round_id>/sentence")
    @routes.output(RoundSentence)
    @routes.doc(summary="What the class shares by now", operation_id="roundSentence", responses=[404])
    def sentence(round_id: UUID) -> RoundSentence:
        return desk().rounds.sentence(round_id)

    @routes.post("/<uuid:round_id>/judge")
    @routes.output(JudgedCells)
    @routes.doc(summary="Judge what is not judged yet", operation_id="judgeRound", responses=[404])
    def judge(round_id: UUID) -> Reply:
        return at_once_or_later("judge-cells", TypedCells(cells=[]), round_id=round_id)

    @routes.post("/<uuid:round_id>/paste")
    @routes.input(Paste, arg_name="asked")
    @routes.output(PastedCells)
    @routes.doc(
        summary="Take in cells that were copied elsewhere", operation_id="pasteCells", responses=[400, 404, 422]
    )
    def paste(round_id: UUID, asked: Paste) -> PastedCells:
        return desk().rounds.paste(round_id, asked)

    @routes.put("/<uuid:round_id>/papers")
    @routes.input(Paper, arg_name="asked")
    @routes.output(MarkingRound)
    @routes.doc(summary="A pupil was away, or had the other version", operation_id="setPaper", responses=[400, 404])
    def paper(round_id: UUID, asked: Paper) -> MarkingRound:
        return desk().rounds.paper(round_id, asked)

    @routes.put("/<uuid:round_id>/rulings")
    @routes.input(RulingRequest, arg_name="asked")
    @routes.output(JudgedCells)
    @routes.doc(summary="Overrule what was found of an answer", operation_id="ruleOnCell", responses=KEPT)
    def rule(round_id: UUID, asked: RulingRequest) -> JudgedCells:
        return desk().rounds.rule(round_id, asked)

    @routes.put("/<uuid:round_id>/scheme")
    @routes.input(SchemeChange, arg_name="asked")
    @routes.output(MarkingRound)
    @routes.doc(summary="Give an item another scheme", operation_id="changeScheme", responses=[*CHANGES, 422])
    def scheme(round_id: UUID, asked: SchemeChange) -> MarkingRound:
        return desk().rounds.change_scheme(round_id, asked)

    @routes.get("/<uuid:round_id>/cells/<uuid:pupil_id>/<int:item>")
    @routes.output(CellDetail)
    @routes.doc(summary="All that is known of one answer", operation_id="lookAtCell", responses=[404, 422])
    def detail(round_id: UUID, pupil_id: UUID, item: int) -> Reply:
        return at_once_or_later("cell", CellAsked(pupil=pupil_id, item=item), round_id=round_id)

    @routes.delete("/<uuid:round_id>")
    @routes.input(Revision, location="query", arg_name="asked")
    @routes.output(Revision)
    @routes.doc(
        summary="Put a round away; the answer is the revision to restore it from",
        operation_id="deleteRound",
        responses=CHANGES,
    )
    def delete(round_id: UUID, asked: Revision) -> Revision:
        return desk().rounds.delete(round_id, asked.revision)

    @routes.post("/<uuid:round_id>/restore")
    @routes.input(Revision, arg_name="asked")
    @routes.output(MarkingRound)
    @routes.doc(summary="Put a round back", operation_id="restoreRound", responses=CHANGES)
    def restore(round_id: UUID, asked: Revision) -> MarkingRound:
        return desk().rounds.restore(round_id, asked.revision)

    return routes
