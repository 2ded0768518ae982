"""Coming in and going out, and the teachers of a school, over HTTP."""

from uuid import UUID

from flask import Response, jsonify, make_response, redirect, request
from flask_login import current_user

from keen_slate.faults import NotFound, WrongKey
from keen_slate.services.shapes.base import Shape
from keen_slate.services.shapes.teachers import (
    KeyRequest,
    KnownTeacher,
    Link,
    Me,
    NewTeacher,
    PasswordRequest,
    People,
    Place,
    SignInRequest,
    SignOutRequest,
    TakePlaceRequest,
    TeacherChange,
    Trail,
)
from keen_slate.services.teachers import Administering
from keen_slate.web.door import door, who
from keen_slate.web.errors import told
from keen_slate.web.routes import Routes

IN = [400, 401, 429]
OVER = [401, 403, 404, 422]


class Done(Shape):
    """Done; there is nothing to say."""


def entry_routes() -> Routes:
    routes = Routes("entry", __name__, tag="Coming in")

    @routes.get("/enter")
    @routes.doc(hide=True)
    def enter() -> Response:
        """The address that ./start prints: its key opens once, and becomes a cookie."""
        if current_user.is_authenticated or door().premises.school:
            return make_response(redirect("/"))
        try:
            token, lasts = door().house.entry.enter_desk(request.args.get("key", ""))
        except WrongKey as fault:
            return told(401, str(fault))
        return door().let_in(make_response(redirect("/")), token, lasts, stays=True)

    @routes.get("/api/me")
    @routes.output(Me)
    @routes.doc(summary="Who is signed in", operation_id="whoAmI")
    def me() -> Me:
        premises = door().premises
        known = who() if current_user.is_authenticated else None
        return Me(
            kind="school" if premises.school else "desk",
            signed_in=known is not None,
            name=known.name if known else "",
            administers=known is not None and known.administers and premises.school,
            sign_on=premises.sign_on.name if premises.sign_on else "",
        )

    @routes.post("/api/sign-in")
    @routes.input(SignInRequest, arg_name="asked")
    @routes.output(Done)
    @routes.doc(summary="Sign in by name and password", operation_id="signIn", responses=[*IN, 404])
    def sign_in(asked: SignInRequest) -> Response:
        _only_in_a_school()
        token, lasts = door().house.entry.sign_in(asked, request.remote_addr or "")
        return door().let_in(jsonify({}), token, lasts, stays=asked.stay)

    @routes.post("/api/sign-out")
    @routes.input(SignOutRequest, arg_name="asked")
    @routes.output(Done)
    @routes.doc(summary="Sign this browser out, or all of one's browsers", operation_id="signOut", responses=[400, 401])
    def sign_out(asked: SignOutRequest) -> Response:
        door().house.entry.sign_out(who(), door().token(), everywhere=asked.everywhere)
        return door().let_out(jsonify({}))

    @routes.post("/api/welcome/place")
    @routes.input(KeyRequest, arg_name="asked")
    @routes.output(Place)
    @routes.doc(summary="What a link opens", operation_id="openLink", responses=[400, 401, 404])
    def place(asked: KeyRequest) -> Place:
        _only_in_a_school()
        return door().house.entry.place(asked.key)

    @routes.post("/api/welcome")
    @routes.input(TakePlaceRequest, arg_name="asked")
    @routes.output(Done)
    @routes.doc(summary="Choose a name and a password", operation_id="takePlace", responses=[400, 401, 404, 422])
    def take_place(asked: TakePlaceRequest) -> Response:
        _only_in_a_school()
        token, lasts = door().house.entry.take_place(asked)
        return door().let_in(jsonify({}), token, lasts, stays=False)

    @routes.put("/api/password")
    @routes.input(PasswordRequest, arg_name="asked")
    @routes.output(Done)
    @routes.doc(summary="Change one's password", operation_id="changePassword", responses=[400, 401, 404, 422])
    def change_password(asked: PasswordRequest) -> Done:
        _only_in_a_school()
        door().house.entry.change_password(who(), door().token(), asked)
        return Done()

    return routes


def people_routes() -> Routes:
    """For the one who administers a school."""
    routes = Routes("people", __name__, url_prefix="/api/teachers", tag="Teachers")

    @routes.get("")
    @routes.output(People)
    @routes.doc(summary="The teachers of the school", operation_id="listTeachers", responses=OVER)
    def people() -> People:
        return _administering().people()

    @routes.post("")
    @routes.input(NewTeacher, arg_name="asked")
    @routes.output(Link, status_code=201)
    @routes.doc(summary="Add a teacher, and a link to come in by", operation_id="invite", responses=[400, *OVER])
    def invite(asked: NewTeacher) -> Link:
        return _administering().invite(asked)

    @routes.post("/<uuid:teacher_id>/link")
    @routes.output(Link, status_code=201)
    @routes.doc(summary="A link to choose a new password by", operation_id="freshLink", responses=OVER)
    def fresh_link(teacher_id: UUID) -> Link:
        return _administering().fresh_link(teacher_id)

    @routes.put("/<uuid:teacher_id>")
    @routes.input(TeacherChange, arg_name="asked")
    @routes.output(KnownTeacher)
    @routes.doc(
        summary="Say whether a teacher administers, or has left", operation_id="changeTeacher", responses=[400, *OVER]
    )
    def change(teacher_id: UUID, asked: TeacherChange) -> KnownTeacher:
        return _administering().change(teacher_id, asked)

    @routes.get("/trail")
    @routes.output(Trail)
    @routes.doc(summary="Who did what that matters to others", operation_id="readTrail", responses=OVER)
    def trail() -> Trail:
        return _administering().trail()

    return routes


def _administering() -> Administering:
    _only_in_a_school()
    return door().house.administering(who())


def _only_in_a_school() -> None:
    if not door().premises.school:
        raise NotFound("address")
