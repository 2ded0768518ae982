"""Requests that may take long: answered at once where they are light, otherwise by a worker.

An answer 202 names in ``Location`` where the answer will be; asked there, it is 202 until it is there.
"""

from uuid import UUID

from flask import Response, current_app, jsonify, make_response

from keen_slate.services.heavy import ACTS, Nothing
from keen_slate.services.shapes.base import Shape
from keen_slate.web.door import desk
from keen_slate.web.routes import Routes

NOTHING = Nothing()
Reply = Shape | Response


def at_once_or_later(act: str, asked: Shape, **ids: UUID) -> Reply:
    """The answer, or where it will be."""
    known = ACTS[act]
    if current_app.config["ERRANDS_AT_ONCE"]:
        return known.does(desk(), asked, ids)
    return known.at_once(desk(), asked, ids) or _later(desk().errands.put(act, asked, ids))


def _later(errand_id: UUID) -> Response:
    return make_response(jsonify({}), 202, {"Location": f"/api/errands/{errand_id}", "Retry-After": "1"})


def errand_routes() -> Routes:
    routes = Routes("errands", __name__, url_prefix="/api/errands", tag="Errands")

    @routes.get("/<uuid:errand_id>")
    @routes.doc(
        summary="The answer to a request that takes long; 202 while it is not there",
        operation_id="fetchErrand",
        responses={200: "What was asked for", 202: "Not there yet", 404: "Not there any more"},
    )
    def fetch(errand_id: UUID) -> Response:
        found = desk().errands.look(errand_id)
        if found is None:
            return _later(errand_id)
        status, body = found
        return make_response(jsonify(body), status)

    @routes.delete("/<uuid:errand_id>")
    @routes.output(Nothing)
    @routes.doc(summary="Wait for an answer no longer", operation_id="dropErrand", responses=[404])
    def drop(errand_id: UUID) -> Nothing:
        desk().errands.drop(errand_id)
        return NOTHING

    return routes
