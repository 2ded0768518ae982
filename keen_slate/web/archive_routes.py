"""All of a teacher's own work as one file, over HTTP."""

from datetime import date
from io import BytesIO

from flask import Response, send_file

from keen_slate.services.shapes.archive import PutBack, PutBackRequest
from keen_slate.web.door import desk
from keen_slate.web.errand_routes import Reply, at_once_or_later
from keen_slate.web.routes import Routes


def archive_routes() -> Routes:
    routes = Routes("archive", __name__, url_prefix="/api/archive", tag="Archive")

    @routes.get("")
    @routes.doc(summary="All of one's own work as a file", operation_id="saveArchive")
    def save() -> Response:
        name = f"keen-slate-{date.today().isoformat()}.json"
        content = desk().archive.write()
        return send_file(BytesIO(content), "application/json", as_attachment=True, download_name=name)

    @routes.post("")
    @routes.input(PutBackRequest, arg_name="asked")
    @routes.output(PutBack)
    @routes.doc(summary="Put back what such a file holds", operation_id="putBackArchive", responses=[400, 413, 422])
    def put_back(asked: PutBackRequest) -> Reply:
        return at_once_or_later("archive", asked)

    return routes
