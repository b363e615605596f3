"""From our errors to HTTP: one table of class → status, one shape of answer."""

from __future__ import annotations

from typing import Any

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from starlette.exceptions import HTTPException
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from trencher.api.schemas import Problem
from trencher.api.slots import Busy
from trencher.core.errors import Conflict, InputError, NotationError, NotFound, TrencherError
from trencher.core.thermal.budget import Dropped, TooMuch
from trencher.service.devices import Locked, TooMany
from trencher.store.database import DatabaseError

STATUS: tuple[tuple[type[TrencherError], int, str], ...] = (
    (Locked, 401, "Not with this key"),
    (TooMany, 429, "Too much at once"),
    (Busy, 429, "Too much at once"),
    (NotFound, 404, "Not found"),
    (Conflict, 409, "It does not fit now"),
    (DatabaseError, 422, "Something given cannot be used"),
    (InputError, 422, "Something given cannot be used"),
    (TrencherError, 500, "Trencher cannot go on"),
)
"""First match wins."""

LARGEST_BODY = 200_000
LESS = "ask for less: fewer stages, tasks less often, a shorter text"
HTTP_CODES = {404: "not_found", 405: "method_not_allowed", 413: "too_large"}

RESPONSES: dict[int | str, dict[str, Any]] = {
    400: {"model": Problem, "description": "The body is not JSON"},
    403: {"model": Problem, "description": "Asked from another site or for another host"},
    401: {"model": Problem, "description": "The key is not this kitchen's"},
    429: {"model": Problem, "description": "More at once than is taken"},
    404: {"model": Problem, "description": "There is no such thing"},
    413: {"model": Problem, "description": "The body is longer than is taken"},
    409: {"model": Problem, "description": "It does not fit where the roast stands"},
    422: {"model": Problem, "description": "What was given cannot be used: what, where, allowed"},
}


PROBLEM = "application/problem+json"


def described(document: dict[str, Any]) -> dict[str, Any]:
    """The description of the interface with problems under the type they are sent as."""
    schema = {"$ref": "#/components/schemas/Problem"}
    for path in document["paths"].values():
        for operation in path.values():
            for status, response in operation["responses"].items():
                if status >= "4":
                    response["content"] = {PROBLEM: {"schema": schema}}
    return document


class Shaped:
    """A body that is too long is refused before the application hears of it: in our shape too."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Pass on."""
        told = False

        async def shaped(message: Message) -> None:
            nonlocal told
            plain = message.get("status") == 413 and not any(
                value.startswith(PROBLEM.encode()) for _, value in message["headers"]
            )
            if plain and not told:
                told = True
                await answer(
                    413,
                    "Too long",
                    "too_large",
                    "The body is too long.",
                    where="body",
                    allowed=f"at most {LARGEST_BODY} bytes; a saved kitchen 2 GB",
                )(scope, receive, send)
            elif not told:
                await send(message)

        await self.app(scope, receive, shaped)


def answer(status: int, title: str, code: str, detail: str, **more: Any) -> JSONResponse:
    """A problem as a response."""
    body = Problem(
        type=f"urn:trencher:{code}", title=title, status=status, code=code, detail=detail, **more
    )
    return JSONResponse(body.model_dump(), status_code=status, media_type=PROBLEM)


def install(app: FastAPI) -> None:
    """Answer every error of this app in our shape."""

    @app.exception_handler(TrencherError)
    def ours(_request: Request, error: TrencherError) -> JSONResponse:
        status, title = next((s, t) for cls, s, t in STATUS if isinstance(error, cls))
        place = {"start": error.start, "end": error.end} if isinstance(error, NotationError) else {}
        return answer(
            status,
            title,
            error.code,
            error.sentence,
            where=error.where,
            allowed=error.allowed,
            **place,
        )

    @app.exception_handler(TooMuch)
    def too_much(_request: Request, _error: TooMuch) -> JSONResponse:
        return answer(
            422,
            "Something given cannot be used",
            "too_much",
            "This would simulate more than one question may.",
            allowed=LESS,
        )

    @app.exception_handler(Dropped)
    def dropped(_request: Request, _error: Dropped) -> JSONResponse:
        # Nobody hears it; the work has ended.
        return answer(409, "Nobody waits", "dropped", "Whoever asked has gone.")

    @app.exception_handler(Exception)
    def unforeseen(_request: Request, error: Exception) -> JSONResponse:
        # It is logged by whoever serves; a screen gets the shape it knows, and none of the inside.
        return answer(
            500,
            "Trencher made a mistake",
            "internal",
            f"Something went wrong inside ({type(error).__name__}). What was entered is kept.",
        )

    @app.exception_handler(RequestValidationError)
    def invalid(_request: Request, error: RequestValidationError) -> JSONResponse:
        first = error.errors()[0]
        where = ".".join(str(part) for part in first["loc"] if part not in ("body", "query"))
        what = (
            str(first["msg"]).replace("Input should be", "should be").replace("Value error, ", "")
        )
        if first["type"] == "json_invalid":
            return answer(400, "Not JSON", "not_json", "The body is not JSON.", where="body")
        return answer(
            422,
            "Something given cannot be used",
            "wrong_input",
            f"{where}: {what}",
            where=where,
            allowed=what,
        )

    @app.exception_handler(HTTPException)
    def http(_request: Request, error: HTTPException) -> JSONResponse:
        if error.status_code == 400:
            # The framework's only one: bytes that are no UTF-8, nested too deep, endless numbers.
            return answer(400, "Not JSON", "not_json", "The body is not JSON.", where="body")
        code = HTTP_CODES.get(error.status_code, "http")
        response = answer(error.status_code, str(error.detail), code, str(error.detail))
        for name, value in (error.headers or {}).items():
            response.headers[name] = value
        return response
