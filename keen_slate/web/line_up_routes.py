"""The Line up place over HTTP. Every change carries the revision it was made on."""

from uuid import UUID

from keen_slate.services.shapes.base import Revision
from keen_slate.services.shapes.line_up import (
    Bin,
    CopySetRequest,
    GoToStep,
    NewExample,
    NewOrder,
    NewSet,
    PartAsked,
    PictureLiked,
    SetChange,
    SetList,
    SetRename,
    SetsAsked,
    SetSteps,
    SeveralRequest,
    ShareRequest,
    Sharing,
    ShownSet,
)
from keen_slate.services.shapes.work import EditsChange
from keen_slate.web.door import desk
from keen_slate.web.routes import Routes

CHANGES = [400, 404, 409]


def line_up_routes() -> Routes:
    routes = Routes("line_up", __name__, url_prefix="/api/sets", tag="Line up")

    @routes.get("")
    @routes.input(SetsAsked, location="query", arg_name="asked")
    @routes.output(SetList)
    @routes.doc(summary="A page of the sets, the last changed first", operation_id="listSets", responses=[400])
    def list_sets(asked: SetsAsked) -> SetList:
        return desk().line_up.list_sets(asked)

    @routes.post("")
    @routes.input(NewSet, arg_name="asked")
    @routes.output(ShownSet, status_code=201)
    @routes.doc(summary="Make a set", operation_id="makeSet", responses=[400])
    def make(asked: NewSet) -> ShownSet:
        return desk().line_up.make(asked.name)

    @routes.get("/bin")
    @routes.output(Bin)
    @routes.doc(summary="Deleted sets that can be put back", operation_id="lookIntoBin")
    def look_into_bin() -> Bin:
        return desk().line_up.bin()

    @routes.get("/<uuid:set_id>/sharing")
    @routes.output(Sharing)
    @routes.doc(summary="Who may read a set of one's own", operation_id="readSharing", responses=[404])
    def sharing(set_id: UUID) -> Sharing:
        return desk().line_up.sharing(set_id)

    @routes.put("/<uuid:set_id>/sharing")
    @routes.input(ShareRequest, arg_name="asked")
    @routes.output(Sharing)
    @routes.doc(summary="Say who may read a set, and whether all may", operation_id="shareSet", responses=[400, 404])
    def share(set_id: UUID, asked: ShareRequest) -> Sharing:
        return desk().line_up.share(set_id, asked)

    @routes.post("/<uuid:set_id>/copy")
    @routes.input(CopySetRequest, arg_name="asked")
    @routes.output(ShownSet, status_code=201)
    @routes.doc(summary="A copy of a set, for oneself or for a colleague", operation_id="copySet", responses=[400, 404])
    def copy(set_id: UUID, asked: CopySetRequest) -> ShownSet:
        return desk().line_up.copy(set_id, asked)

    @routes.get("/<uuid:set_id>")
    @routes.input(PartAsked, location="query", arg_name="asked")
    @routes.output(ShownSet)
    @routes.doc(summary="Open a set, or go on with a long one", operation_id="openSet", responses=[400, 404])
    def open_set(set_id: UUID, asked: PartAsked) -> ShownSet:
        return desk().line_up.open(set_id, asked.past)

    @routes.put("/<uuid:set_id>/name")
    @routes.input(SetRename, arg_name="asked")
    @routes.output(SetChange)
    @routes.doc(summary="Rename a set", operation_id="renameSet", responses=CHANGES)
    def rename(set_id: UUID, asked: SetRename) -> SetChange:
        return desk().line_up.rename(set_id, asked.revision, asked.name)

    @routes.put("/<uuid:set_id>/picture")
    @routes.input(PictureLiked, arg_name="asked")
    @routes.output(SetChange)
    @routes.doc(summary="Keep a kind of picture for a set", operation_id="likePicture", responses=CHANGES)
    def like_picture(set_id: UUID, asked: PictureLiked) -> SetChange:
        return desk().line_up.like_picture(set_id, asked.revision, asked.kind)

    @routes.delete("/<uuid:set_id>")
    @routes.input(Revision, location="query", arg_name="asked")
    @routes.output(Revision)
    @routes.doc(
        summary="Delete a set; the answer is the revision to restore it from",
        operation_id="deleteSet",
        responses=CHANGES,
    )
    def delete(set_id: UUID, asked: Revision) -> Revision:
        return Revision(revision=desk().line_up.delete(set_id, asked.revision))

    @routes.post("/<uuid:set_id>/restore")
    @routes.input(Revision, arg_name="asked")
    @routes.output(ShownSet)
    @routes.doc(summary="Put a deleted set back", operation_id="restoreSet", responses=CHANGES)
    def restore(set_id: UUID, asked: Revision) -> ShownSet:
        return desk().line_up.restore(set_id, asked.revision)

    @routes.post("/<uuid:set_id>/examples")
    @routes.input(NewExample, arg_name="asked")
    @routes.output(SetChange, status_code=201)
    @routes.doc(summary="Keep a problem at the end of a set", operation_id="keepExample", responses=[*CHANGES, 422])
    def keep(set_id: UUID, asked: NewExample) -> SetChange:
        return desk().line_up.keep(set_id, asked.revision, asked.text, asked.school, asked.edits)

    @routes.put("/<uuid:set_id>/examples/<uuid:example_id>/edits")
    @routes.input(EditsChange, arg_name="asked")
    @routes.output(SetChange)
    @routes.doc(summary="Keep what was changed in a working", operation_id="editExample", responses=CHANGES)
    def edit(set_id: UUID, example_id: UUID, asked: EditsChange) -> SetChange:
        return desk().line_up.edit(set_id, asked.revision, example_id, asked.edits)

    @routes.put("/<uuid:set_id>/order")
    @routes.input(NewOrder, arg_name="asked")
    @routes.output(SetChange)
    @routes.doc(summary="Give the examples a new order", operation_id="reorderSet", responses=[*CHANGES, 422])
    def reorder(set_id: UUID, asked: NewOrder) -> SetChange:
        return desk().line_up.reorder(set_id, asked.revision, asked.order)

    @routes.delete("/<uuid:set_id>/examples/<uuid:example_id>")
    @routes.input(Revision, location="query", arg_name="asked")
    @routes.output(SetChange)
    @routes.doc(summary="Delete an example", operation_id="deleteExample", responses=CHANGES)
    def delete_example(set_id: UUID, example_id: UUID, asked: Revision) -> SetChange:
        return desk().line_up.delete_example(set_id, asked.revision, example_id)

    @routes.post("/<uuid:set_id>/several")
    @routes.input(SeveralRequest, arg_name="asked")
    @routes.output(SetChange)
    @routes.doc(
        summary="Delete, double, move, lock, fade several examples, or copy them to another set",
        operation_id="changeSeveral",
        responses=CHANGES,
    )
    def several(set_id: UUID, asked: SeveralRequest) -> SetChange:
        return desk().line_up.several(set_id, asked)

    @routes.get("/<uuid:set_id>/steps")
    @routes.output(SetSteps)
    @routes.doc(summary="What can be undone or done again in a set", operation_id="listSteps", responses=[404])
    def steps(set_id: UUID) -> SetSteps:
        return desk().line_up.steps(set_id)

    @routes.put("/<uuid:set_id>/steps")
    @routes.input(GoToStep, arg_name="asked")
    @routes.output(SetChange)
    @routes.doc(summary="Undo or do again up to a step", operation_id="goToStep", responses=CHANGES)
    def go_to(set_id: UUID, asked: GoToStep) -> SetChange:
        return desk().line_up.go_to(set_id, asked.revision, asked.number)

    return routes
