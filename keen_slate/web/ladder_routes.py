"""Aims and ladders over HTTP. Every change to a set carries the revision it was made on."""

from uuid import UUID

from apiflask import APIBlueprint

from keen_slate.services.ladders import Ladders
from keen_slate.services.line_up import LineUp
from keen_slate.services.shapes.base import Shape
from keen_slate.services.shapes.line_up import (
    Aims,
    BesideRequest,
    BuildRequest,
    Glance,
    NewAim,
    NewOrder,
    ShownAim,
    ShownSet,
    SwapRequest,
    TaskRequest,
    TypedRequest,
)

CHANGES = [400, 404, 409, 422]


class Nothing(Shape):
    """Done; there is nothing to say."""


def ladder_routes(ladders: Ladders, line_up: LineUp) -> APIBlueprint:
    routes = APIBlueprint("ladders", __name__, url_prefix="/api", tag="Line up")

    @routes.get("/aims")
    @routes.output(Aims)
    @routes.doc(summary="Families of items, ready aims and kept ones", operation_id="listAims")
    def list_aims() -> Aims:
        return ladders.offered()

    @routes.post("/aims")
    @routes.input(NewAim, arg_name="asked")
    @routes.output(ShownAim, status_code=201)
    @routes.doc(summary="Keep an aim under a name", operation_id="keepAim", responses=[400, 422])
    def keep_aim(asked: NewAim) -> ShownAim:
        return ladders.keep_aim(asked.name, asked.plan)

    @routes.delete("/aims/<uuid:aim_id>")
    @routes.output(Nothing)
    @routes.doc(summary="Forget a kept aim", operation_id="forgetAim", responses=[404])
    def forget_aim(aim_id: UUID) -> Nothing:
        ladders.forget_aim(aim_id)
        return Nothing()

    @routes.post("/sets/<uuid:set_id>/ladder")
    @routes.input(BuildRequest, arg_name="asked")
    @routes.output(ShownSet)
    @routes.doc(summary="Draw a ladder into a set", operation_id="buildLadder", responses=CHANGES)
    def build(set_id: UUID, asked: BuildRequest) -> ShownSet:
        return ladders.build(set_id, asked.revision, asked.plan)

    @routes.put("/sets/<uuid:set_id>/examples")
    @routes.input(NewOrder, arg_name="asked")
    @routes.output(ShownSet)
    @routes.doc(
        summary="Make a set hold these of its examples, put away or not, in this order",
        operation_id="rearrangeSet",
        responses=CHANGES,
    )
    def rearrange(set_id: UUID, asked: NewOrder) -> ShownSet:
        return line_up.rearrange(set_id, asked.revision, asked.order)

    @routes.post("/sets/<uuid:set_id>/examples/<uuid:example_id>/swap")
    @routes.input(SwapRequest, arg_name="asked")
    @routes.output(ShownSet)
    @routes.doc(summary="Put another item in the place of one", operation_id="swapExample", responses=CHANGES)
    def swap(set_id: UUID, example_id: UUID, asked: SwapRequest) -> ShownSet:
        return ladders.swap(set_id, asked.revision, example_id, asked.how, asked.seed)

    @routes.post("/sets/<uuid:set_id>/examples/<uuid:example_id>/typed")
    @routes.input(TypedRequest, arg_name="asked")
    @routes.output(ShownSet)
    @routes.doc(summary="Put an item typed by hand in the place of one", operation_id="typeExample", responses=CHANGES)
    def type_over(set_id: UUID, example_id: UUID, asked: TypedRequest) -> ShownSet:
        return ladders.type_over(set_id, asked.revision, example_id, asked.text)

    @routes.post("/sets/<uuid:set_id>/examples/<uuid:example_id>/beside")
    @routes.input(BesideRequest, arg_name="asked")
    @routes.output(ShownSet, status_code=201)
    @routes.doc(
        summary="Put a contrast, a pupil's turn or a mistake to be found behind an example",
        operation_id="putBeside",
        responses=CHANGES,
    )
    def put_beside(set_id: UUID, example_id: UUID, asked: BesideRequest) -> ShownSet:
        return ladders.put_beside(set_id, asked.revision, example_id, asked.what, asked.mistake, asked.seed)

    @routes.put("/sets/<uuid:set_id>/examples/<uuid:example_id>/task")
    @routes.input(TaskRequest, arg_name="asked")
    @routes.output(ShownSet)
    @routes.doc(summary="Lock a rung, or say how much is worked", operation_id="changeTask", responses=CHANGES)
    def change_task(set_id: UUID, example_id: UUID, asked: TaskRequest) -> ShownSet:
        return ladders.change_task(set_id, asked.revision, example_id, asked.task)

    @routes.get("/sets/<uuid:set_id>/glance")
    @routes.output(Glance)
    @routes.doc(summary="What climbs in a set, and which mistakes it reveals", operation_id="glance", responses=[404])
    def glance(set_id: UUID) -> Glance:
        return ladders.glance(set_id)

    return routes
