"""The Show place over HTTP."""

from uuid import UUID

from keen_slate.services.shapes.show import CalledOutRequest, CalledOutShown, Lesson, WrongOnPurpose
from keen_slate.services.shapes.work import WrongRequest
from keen_slate.web.errand_routes import NOTHING, Reply, at_once_or_later
from keen_slate.web.routes import Routes


def show_routes() -> Routes:
    routes = Routes("show", __name__, url_prefix="/api", tag="Show")

    @routes.get("/sets/<uuid:set_id>/lesson")
    @routes.output(Lesson)
    @routes.doc(summary="A set with all that the projector shows of it", operation_id="openLesson", responses=[404])
    def lesson(set_id: UUID) -> Reply:
        return at_once_or_later("lesson", NOTHING, set_id=set_id)

    @routes.post("/called-out")
    @routes.input(CalledOutRequest, arg_name="asked")
    @routes.output(CalledOutShown)
    @routes.doc(summary="Something called out, judged at its step", operation_id="callOut", responses=[400, 422])
    def call_out(asked: CalledOutRequest) -> Reply:
        return at_once_or_later("called-out", asked)

    @routes.post("/wrong-on-purpose")
    @routes.input(WrongRequest, arg_name="asked")
    @routes.output(WrongOnPurpose)
    @routes.doc(
        summary="The wrong working of a mistake, to be shown and disproved",
        operation_id="wrongOnPurpose",
        responses=[400, 422],
    )
    def wrong_on_purpose(asked: WrongRequest) -> Reply:
        return at_once_or_later("wrong-on-purpose", asked)

    return routes
