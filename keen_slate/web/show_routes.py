"""The Show place over HTTP."""

from uuid import UUID

from apiflask import APIBlueprint

from keen_slate.services.lessons import Lessons
from keen_slate.services.shapes.show import Lesson


def show_routes(lessons: Lessons) -> APIBlueprint:
    routes = APIBlueprint("show", __name__, url_prefix="/api/sets", tag="Show")

    @routes.get("/<uuid:set_id>/lesson")
    @routes.output(Lesson)
    @routes.doc(summary="A set with all that the projector shows of it", operation_id="openLesson", responses=[404])
    def lesson(set_id: UUID) -> Lesson:
        return lessons.lesson(set_id)

    return routes
