"""The Print place over HTTP: a handout is begun, looked at, cancelled, and fetched."""

from io import BytesIO
from uuid import UUID

from flask import Response, make_response, send_file

from keen_slate.services.shapes.printing import PageAsked, PrintJob, PrintRequest
from keen_slate.web.door import desk
from keen_slate.web.routes import Routes


def print_routes() -> Routes:
    routes = Routes("print", __name__, url_prefix="/api", tag="Print")

    @routes.post("/sets/<uuid:set_id>/print")
    @routes.input(PrintRequest, arg_name="asked")
    @routes.output(PrintJob, status_code=202)
    @routes.doc(summary="Begin a handout of a set", operation_id="beginPrint", responses=[400, 404])
    def begin(set_id: UUID, asked: PrintRequest) -> PrintJob:
        return desk().printing.begin(set_id, asked)

    @routes.get("/print/<uuid:job_id>")
    @routes.output(PrintJob)
    @routes.doc(summary="How far a handout is", operation_id="lookAtPrint", responses=[404])
    def look(job_id: UUID) -> PrintJob:
        return desk().printing.look(job_id)

    @routes.delete("/print/<uuid:job_id>")
    @routes.output(PrintJob)
    @routes.doc(summary="Cancel a handout", operation_id="cancelPrint", responses=[404])
    def cancel(job_id: UUID) -> PrintJob:
        return desk().printing.cancel(job_id)

    @routes.get("/print/<uuid:job_id>/file")
    @routes.doc(summary="The handout as a file", operation_id="fetchPrint", responses=[404])
    def file(job_id: UUID) -> Response:
        name, kind, content = desk().printing.file(job_id)
        # What another program opens is saved; a PDF is shown.
        return send_file(BytesIO(content), kind, download_name=name, as_attachment=not name.endswith(".pdf"))

    @routes.get("/print/<uuid:job_id>/preview")
    @routes.input(PageAsked, location="query", arg_name="asked")
    @routes.doc(summary="A page of a handout as PNG", operation_id="previewPrint", responses=[404])
    def preview(job_id: UUID, asked: PageAsked) -> Response:
        response = make_response(desk().printing.preview(job_id, asked.page))
        response.headers["Content-Type"] = "image/png"
        return response

    return routes
