"""The settings over HTTP."""

from keen_slate.services.shapes.settings import KeptSettings, Offered
from keen_slate.web.door import desk
from keen_slate.web.routes import Routes


def settings_routes() -> Routes:
    routes = Routes("settings", __name__, url_prefix="/api/settings", tag="Settings")

    @routes.get("")
    @routes.output(KeptSettings)
    @routes.doc(summary="The settings in force", operation_id="readSettings")
    def read() -> KeptSettings:
        return desk().settings.read()

    @routes.put("")
    @routes.input(KeptSettings, arg_name="asked")
    @routes.output(KeptSettings)
    @routes.doc(summary="Put settings in force", operation_id="changeSettings", responses=[400, 409, 422])
    def change(asked: KeptSettings) -> KeptSettings:
        return desk().settings.change(asked)

    @routes.get("/offered")
    @routes.output(Offered)
    @routes.doc(summary="What can be chosen", operation_id="offeredSettings")
    def read_offered() -> Offered:
        return desk().settings.offered()

    return routes
