"""The Work place over HTTP."""

from keen_slate.services.shapes.stories import (
    BuiltRequest,
    LibraryList,
    LibraryRequest,
    NumbersRequest,
    OtherNumbers,
    StoryRead,
    StoryRequest,
)
from keen_slate.services.shapes.work import (
    AnswerRequest,
    BetterItems,
    Compared,
    CompareRequest,
    CopiedText,
    CopyRequest,
    Diagnosed,
    Disproved,
    Judged,
    LinesRequest,
    Looked,
    OpenedMistake,
    Pictures,
    PreviewRequest,
    Understood,
    Ways,
    Worked,
    WorkRequest,
    WrongRequest,
)
from keen_slate.services.work import compared, pictures, previewing, shown, stories
from keen_slate.web.door import desk
from keen_slate.web.errand_routes import Reply, at_once_or_later
from keen_slate.web.routes import Routes

FAULTS = [400, 422]


def work_routes() -> Routes:
    routes = Routes("work", __name__, url_prefix="/api", tag="Work")

    @routes.post("/preview")
    @routes.input(PreviewRequest, arg_name="asked")
    @routes.output(Understood)
    @routes.doc(summary="What is understood of a text while it is typed", operation_id="preview", responses=FAULTS)
    def post_preview(asked: PreviewRequest) -> Understood:
        return previewing.preview(asked.text, asked.words)

    @routes.post("/story")
    @routes.input(StoryRequest, arg_name="asked")
    @routes.output(StoryRead)
    @routes.doc(summary="What a text may mean: its amounts and bars", operation_id="readStory", responses=FAULTS)
    def post_story(asked: StoryRequest) -> StoryRead:
        return stories.read_story(asked)

    @routes.post("/built-story")
    @routes.input(BuiltRequest, arg_name="asked")
    @routes.output(StoryRead)
    @routes.doc(summary="A text as its teacher says that it is", operation_id="buildStory", responses=FAULTS)
    def post_built(asked: BuiltRequest) -> StoryRead:
        return stories.built_story(asked)

    @routes.post("/story-numbers")
    @routes.input(NumbersRequest, arg_name="asked")
    @routes.output(OtherNumbers)
    @routes.doc(summary="A story with other numbers", operation_id="otherNumbers", responses=FAULTS)
    def post_numbers(asked: NumbersRequest) -> Reply:
        return at_once_or_later("story-numbers", asked)

    @routes.post("/stories")
    @routes.input(LibraryRequest, arg_name="asked")
    @routes.output(LibraryList)
    @routes.doc(summary="The teacher's stories and those that ship", operation_id="listStories", responses=FAULTS)
    def post_stories(asked: LibraryRequest) -> LibraryList:
        return desk().stories.stories(asked)

    @routes.post("/work")
    @routes.input(WorkRequest, arg_name="asked")
    @routes.output(Worked)
    @routes.doc(summary="A problem worked, line by line", operation_id="work", responses=FAULTS)
    def post_work(asked: WorkRequest) -> Worked:
        return shown.work_out(asked)

    @routes.post("/second-look")
    @routes.input(WorkRequest, arg_name="asked")
    @routes.output(Looked)
    @routes.doc(
        summary="Estimates, checks, likely wrong answers and demands", operation_id="secondLook", responses=FAULTS
    )
    def post_look(asked: WorkRequest) -> Reply:
        return at_once_or_later("second-look", asked)

    @routes.post("/ways")
    @routes.input(WorkRequest, arg_name="asked")
    @routes.output(Ways)
    @routes.doc(summary="What each way of working would cost", operation_id="ways", responses=FAULTS)
    def post_ways(asked: WorkRequest) -> Reply:
        return at_once_or_later("ways", asked)

    @routes.post("/pictures")
    @routes.input(WorkRequest, arg_name="asked")
    @routes.output(Pictures)
    @routes.doc(summary="The pictures that prove its lines", operation_id="pictures", responses=FAULTS)
    def post_pictures(asked: WorkRequest) -> Pictures:
        return pictures.pictures(asked)

    @routes.post("/likely-wrong")
    @routes.input(WrongRequest, arg_name="asked")
    @routes.output(OpenedMistake)
    @routes.doc(summary="One likely wrong answer in full", operation_id="openMistake", responses=FAULTS)
    def post_likely_wrong(asked: WrongRequest) -> Reply:
        return at_once_or_later("likely-wrong", asked)

    @routes.post("/disproof")
    @routes.input(WrongRequest, arg_name="asked")
    @routes.output(Disproved)
    @routes.doc(summary="A wrong rule on the simplest numbers", operation_id="disproof", responses=FAULTS)
    def post_disproof(asked: WrongRequest) -> Reply:
        return at_once_or_later("disproof", asked)

    @routes.post("/compare")
    @routes.input(CompareRequest, arg_name="asked")
    @routes.output(Compared)
    @routes.doc(summary="Two ways side by side", operation_id="compare", responses=FAULTS)
    def post_compare(asked: CompareRequest) -> Compared:
        return compared.compare(asked)

    @routes.post("/copy")
    @routes.input(CopyRequest, arg_name="asked")
    @routes.output(CopiedText)
    @routes.doc(summary="A working as text to paste elsewhere", operation_id="copyOut", responses=FAULTS)
    def post_copy(asked: CopyRequest) -> CopiedText:
        return shown.copy_out(asked)

    @routes.post("/wrong-working")
    @routes.input(WrongRequest, arg_name="asked")
    @routes.output(Compared)
    @routes.doc(summary="A wrong working beside the right one", operation_id="wrongWorking", responses=FAULTS)
    def post_wrong(asked: WrongRequest) -> Reply:
        return at_once_or_later("wrong-working", asked)

    @routes.post("/diagnose")
    @routes.input(AnswerRequest, arg_name="asked")
    @routes.output(Diagnosed)
    @routes.doc(summary="What may have led to a pupil's answer", operation_id="diagnose", responses=FAULTS)
    def post_diagnose(asked: AnswerRequest) -> Reply:
        return at_once_or_later("diagnose", asked)

    @routes.post("/judge")
    @routes.input(LinesRequest, arg_name="asked")
    @routes.output(Judged)
    @routes.doc(summary="A pupil's own lines judged", operation_id="judgeLines", responses=FAULTS)
    def post_judge(asked: LinesRequest) -> Reply:
        return at_once_or_later("judge", asked)

    @routes.post("/better-numbers")
    @routes.input(WorkRequest, arg_name="asked")
    @routes.output(BetterItems)
    @routes.doc(summary="Nearby items that tell more", operation_id="betterNumbers", responses=FAULTS)
    def post_better(asked: WorkRequest) -> Reply:
        return at_once_or_later("better-numbers", asked)

    return routes
