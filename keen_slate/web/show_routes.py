"""The Show place over HTTP."""

from uuid import UUID

from apiflask import APIBlueprint

from keen_slate.services.shapes.show import Lesson
from keen_slate.web.errand_routes import NOTHING, Reply, at_once_or_later


def show_routes() -> APIBlueprint:
    routes = APIBlueprint("show", __name__, url_prefix="/api/sets", tag="Show")

    @routes.get("/<uuid:set_id>/lesson")
    @routes.output(Lesson)
    @routes.doc(summary="A set with all that the projector shows of it", operation_id="openLesson", responses=[404])
    def lesson(set_id: UUID) -> Reply:
        return at_once_or_later("lesson", NOTHING, set_id=set_id)

    return routes
