"""Classes over HTTP."""

from uuid import UUID

from keen_slate.services.heavy import Nothing
from keen_slate.services.shapes.base import Revision
from keen_slate.services.shapes.marking import ClassChange, ClassList, ClassShape, NewClass
from keen_slate.web.door import desk
from keen_slate.web.errand_routes import NOTHING
from keen_slate.web.routes import Routes

CHANGES = [400, 404, 409]


def class_routes() -> Routes:
    routes = Routes("classes", __name__, url_prefix="/api/classes", tag="Classes")

    @routes.get("")
    @routes.output(ClassList)
    @routes.doc(summary="All classes with their pupils", operation_id="listClasses")
    def list_classes() -> ClassList:
        return desk().classes.all()

    @routes.post("")
    @routes.input(NewClass, arg_name="asked")
    @routes.output(ClassShape, status_code=201)
    @routes.doc(summary="Make a class", operation_id="makeClass", responses=[400, 422])
    def make(asked: NewClass) -> ClassShape:
        return desk().classes.make(asked)

    @routes.put("/<uuid:class_id>")
    @routes.input(ClassChange, arg_name="asked")
    @routes.output(ClassShape)
    @routes.doc(summary="Change a class and its pupils", operation_id="changeClass", responses=[*CHANGES, 422])
    def change(class_id: UUID, asked: ClassChange) -> ClassShape:
        return desk().classes.change(class_id, asked)

    @routes.delete("/<uuid:class_id>")
    @routes.input(Revision, location="query", arg_name="asked")
    @routes.output(Revision)
    @routes.doc(
        summary="Put a class away; the answer is the revision to restore it from",
        operation_id="deleteClass",
        responses=CHANGES,
    )
    def delete(class_id: UUID, asked: Revision) -> Revision:
        return desk().classes.delete(class_id, asked.revision)

    @routes.post("/<uuid:class_id>/restore")
    @routes.input(Revision, arg_name="asked")
    @routes.output(ClassShape)
    @routes.doc(summary="Put a class back", operation_id="restoreClass", responses=CHANGES)
    def restore(class_id: UUID, asked: Revision) -> ClassShape:
        return desk().classes.restore(class_id, asked.revision)

    @routes.post("/<uuid:class_id>/erase")
    @routes.output(Nothing)
    @routes.doc(summary="Delete a class for good, with all answers", operation_id="eraseClass", responses=[404])
    def erase(class_id: UUID) -> Nothing:
        desk().classes.erase(class_id)
        return NOTHING

    @routes.post("/<uuid:class_id>/pupils/<uuid:pupil_id>/erase")
    @routes.output(ClassShape)
    @routes.doc(summary="Delete a pupil for good, with all answers", operation_id="erasePupil", responses=[404])
    def erase_pupil(class_id: UUID, pupil_id: UUID) -> ClassShape:
        return desk().classes.erase_pupil(class_id, pupil_id)

    return routes
