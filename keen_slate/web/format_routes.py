"""Sets in open formats over HTTP."""

from io import BytesIO
from uuid import UUID

from flask import Response, send_file

from keen_slate.services.formats import NAMES
from keen_slate.services.shapes.files import Imported, ImportRequest
from keen_slate.web.door import desk
from keen_slate.web.errand_routes import Reply, at_once_or_later
from keen_slate.web.routes import Routes


def format_routes() -> Routes:
    routes = Routes("formats", __name__, url_prefix="/api/sets", tag="Open formats")

    @routes.post("/import")
    @routes.input(ImportRequest, arg_name="asked")
    @routes.output(Imported)
    @routes.doc(summary="Read a file into a new set", operation_id="importSet", responses=[400])
    def take_in(asked: ImportRequest) -> Reply:
        return at_once_or_later("import", asked)

    @routes.get(f"/<uuid:set_id>/export/<any({', '.join(NAMES)}):format>")
    @routes.doc(summary="A set as a file", operation_id="exportSet", responses=[404])
    def export(set_id: UUID, format: str) -> Response:
        name, kind, content = desk().formats.export(set_id, format)
        return send_file(BytesIO(content), kind, as_attachment=True, download_name=name)

    return routes
