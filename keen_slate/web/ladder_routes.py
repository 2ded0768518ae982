"""Aims and ladders over HTTP. Every change to a set carries the revision it was made on."""

from uuid import UUID

from keen_slate.services.shapes.base import Shape
from keen_slate.services.shapes.line_up import (
    Aims,
    BesideRequest,
    BuildRequest,
    Glance,
    NewAim,
    OfferRequest,
    SetChange,
    ShownAim,
    ShownExample,
    SwapRequest,
    TaskRequest,
    TypedRequest,
)
from keen_slate.web.door import desk
from keen_slate.web.errand_routes import NOTHING, Reply, at_once_or_later
from keen_slate.web.routes import Routes

CHANGES = [400, 404, 409, 422]


class Nothing(Shape):
    """Done; there is nothing to say."""


def ladder_routes() -> Routes:
    routes = Routes("ladders", __name__, url_prefix="/api", tag="Line up")

    @routes.get("/aims")
    @routes.output(Aims)
    @routes.doc(summary="Families of items, ready aims and kept ones", operation_id="listAims")
    def list_aims() -> Aims:
        return desk().ladders.offered()

    @routes.post("/aims")
    @routes.input(NewAim, arg_name="asked")
    @routes.output(ShownAim, status_code=201)
    @routes.doc(summary="Keep an aim under a name", operation_id="keepAim", responses=[400, 422])
    def keep_aim(asked: NewAim) -> ShownAim:
        return desk().ladders.keep_aim(asked.name, asked.plan)

    @routes.delete("/aims/<uuid:aim_id>")
    @routes.output(Nothing)
    @routes.doc(summary="Forget a kept aim", operation_id="forgetAim", responses=[404])
    def forget_aim(aim_id: UUID) -> Nothing:
        desk().ladders.forget_aim(aim_id)
        return Nothing()

    @routes.post("/sets/<uuid:set_id>/ladder")
    @routes.input(BuildRequest, arg_name="asked")
    @routes.output(SetChange)
    @routes.doc(summary="Draw a ladder into a set", operation_id="buildLadder", responses=CHANGES)
    def build(set_id: UUID, asked: BuildRequest) -> Reply:
        return at_once_or_later("ladder", asked, set_id=set_id)

    @routes.post("/sets/<uuid:set_id>/examples/<uuid:example_id>/swap")
    @routes.input(SwapRequest, arg_name="asked")
    @routes.output(SetChange)
    @routes.doc(summary="Put another item in the place of one", operation_id="swapExample", responses=CHANGES)
    def swap(set_id: UUID, example_id: UUID, asked: SwapRequest) -> Reply:
        return at_once_or_later("swap", asked, set_id=set_id, example_id=example_id)

    @routes.post("/sets/<uuid:set_id>/examples/<uuid:example_id>/offer")
    @routes.input(OfferRequest, arg_name="asked")
    @routes.output(ShownExample)
    @routes.doc(summary="What a swap would put there", operation_id="offerExample", responses=[400, 404, 422])
    def offer(set_id: UUID, example_id: UUID, asked: OfferRequest) -> Reply:
        return at_once_or_later("offer", asked, set_id=set_id, example_id=example_id)

    @routes.post("/sets/<uuid:set_id>/examples/<uuid:example_id>/typed")
    @routes.input(TypedRequest, arg_name="asked")
    @routes.output(SetChange)
    @routes.doc(summary="Put an item typed by hand in the place of one", operation_id="typeExample", responses=CHANGES)
    def type_over(set_id: UUID, example_id: UUID, asked: TypedRequest) -> SetChange:
        return desk().ladders.type_over(set_id, asked.revision, example_id, asked.text)

    @routes.post("/sets/<uuid:set_id>/examples/<uuid:example_id>/beside")
    @routes.input(BesideRequest, arg_name="asked")
    @routes.output(SetChange, status_code=201)
    @routes.doc(
        summary="Put a contrast, a pupil's turn or a mistake to be found behind an example",
        operation_id="putBeside",
        responses=CHANGES,
    )
    def put_beside(set_id: UUID, example_id: UUID, asked: BesideRequest) -> Reply:
        return at_once_or_later("beside", asked, set_id=set_id, example_id=example_id)

    @routes.put("/sets/<uuid:set_id>/examples/<uuid:example_id>/task")
    @routes.input(TaskRequest, arg_name="asked")
    @routes.output(SetChange)
    @routes.doc(summary="Lock a rung, or say how much is worked", operation_id="changeTask", responses=CHANGES)
    def change_task(set_id: UUID, example_id: UUID, asked: TaskRequest) -> SetChange:
        return desk().ladders.change_task(set_id, asked.revision, example_id, asked.task)

    @routes.get("/sets/<uuid:set_id>/glance")
    @routes.output(Glance)
    @routes.doc(summary="What climbs in a set, and which mistakes it reveals", operation_id="glance", responses=[404])
    def glance(set_id: UUID) -> Reply:
        return at_once_or_later("glance", NOTHING, set_id=set_id)

    return routes
