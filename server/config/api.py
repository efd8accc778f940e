"""The one API: every area's routes, one way of saying what is wrong."""

from typing import Any

from django.conf import settings
from django.contrib.auth.decorators import login_required
from django.core.exceptions import RequestDataTooBig
from django.http import Http404, HttpRequest, HttpResponse
from django.http.multipartparser import MultiPartParserError
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, ValidationError, ValidationErrorContext

from day.routes import router as day
from drawer.routes import router as drawer
from exchange.routes import router as exchange
from gearing.errors import GearingError
from instruments.device_routes import router as devices
from instruments.routes import router as instruments
from knowledge.routes import router as knowledge
from live.routes import router as live
from orders.bills import router as bills
from orders.routes import router as orders
from papers.routes import router as papers
from practice.by_ear import router as by_ear
from practice.by_photo import router as by_photo
from practice.routes import router as practice
from shelf.routes import router as shelf
from sums.base import Problem, problem_of
from suppliers.routes import router as suppliers
from visits.routes.again import router as again
from visits.routes.decision import router as decision
from visits.routes.diagnosis import router as diagnosis
from visits.routes.guide import router as guide
from visits.routes.inspection import router as look
from visits.routes.photos import router as photos
from visits.routes.proof import router as proof
from visits.routes.rebuild import router as rebuild
from visits.routes.row import router as row
from visits.routes.sounds import router as sounds
from visits.routes.stock import router as stock
from visits.routes.units import router as units
from visits.routes.visits import router as visits
from workshop.authentication import ByToken, SignedIn
from workshop.refusals import RefusedError
from workshop.routes.members import router as members
from workshop.routes.phones import router as phones
from workshop.routes.second_factor import router as second_factor
from workshop.routes.session import router as workshop
from workshop.routes.tokens import router as tokens

from .middleware import out_of_reach, unforeseen
from .sample import router as sample


class OneWay(NinjaAPI):
    """Says what is wrong with a request as the sums and the command line say it.

    Ninja turns what a validator raised into text and forgets the rest; here the
    problem is made while field, hint and schema are still at hand.
    """

    def validation_error_from_error_contexts(
        self, error_contexts: list[ValidationErrorContext]
    ) -> ValidationError:
        first = error_contexts[0]
        problem = problem_of(first.pydantic_validation_error, first.model)
        # The parameter's name is ours, not of what was sent.
        field = problem.field.removeprefix("body").removeprefix(".")
        return ValidationError([problem.model_copy(update={"field": field}).model_dump()])


api = OneWay(
    title="Dentado",
    version="1",
    description="Visits, pieces and gear arithmetic of a repair bench. Signed-in members only.",
    auth=[ByToken(), SignedIn()],
    docs_url=None,
    docs_decorator=login_required,
)
api.add_router("", workshop)
api.add_router("", sample)
api.add_router("", members)
api.add_router("", phones)
api.add_router("", tokens)
api.add_router("", second_factor)
api.add_router("", visits)
api.add_router("", diagnosis)
api.add_router("", sounds)
api.add_router("", decision)
api.add_router("", look)
api.add_router("", guide)
api.add_router("", photos)
api.add_router("", row)
api.add_router("", rebuild)
api.add_router("", proof)
api.add_router("", again)
api.add_router("", live)
api.add_router("", units)
api.add_router("", stock)
api.add_router("", papers)
api.add_router("", knowledge)
api.add_router("", exchange)
api.add_router("/day", day)
api.add_router("/sums", instruments)
api.add_router("/devices", devices)
api.add_router("/drawer", drawer)
api.add_router("/suppliers", suppliers)
api.add_router("/orders", orders)
api.add_router("/bills", bills)
api.add_router("/practice", by_ear)
api.add_router("/practice", by_photo)
api.add_router("/practice", practice)
api.add_router("/shelf", shelf)


def _answer(request: HttpRequest, problem: Problem | dict[str, str], status: int) -> HttpResponse:
    body = problem if isinstance(problem, dict) else problem.model_dump()
    return api.create_response(request, body, status=status)


@api.exception_handler(GearingError)
def _no_answer(request: HttpRequest, error: Any) -> HttpResponse:
    return _answer(request, problem_of(error), 422)


@api.exception_handler(ValidationError)
def _not_valid(request: HttpRequest, error: Any) -> HttpResponse:
    return _answer(request, Problem(**error.errors[0]), 422)


@api.exception_handler(RefusedError)
def _as_things_stand(request: HttpRequest, error: Any) -> HttpResponse:
    says = Problem(
        problem=error.problem,
        field=error.field,
        hint=error.hint,
        code=error.code,
        mine=error.mine,
        theirs=error.theirs,
        who=error.who,
        now=dict(error.now) if error.now is not None else None,
    )
    return _answer(request, says, error.status)


@api.exception_handler(Http404)
def _not_here(request: HttpRequest, error: Any) -> HttpResponse:
    says = Problem(problem="That is not on this bench.", hint="Go back to the bench.", code="not_here")
    return _answer(request, says, 404)


@api.exception_handler(AuthenticationError)
def _signed_out(request: HttpRequest, error: Any) -> HttpResponse:
    says = Problem(problem="You are not signed in.", hint="Sign in and go on.", code="signed_out")
    return _answer(request, says, 401)


@api.exception_handler(RequestDataTooBig)
def _too_big(request: HttpRequest, error: Any) -> HttpResponse:
    most = settings.DATA_UPLOAD_MAX_MEMORY_SIZE >> 20
    says = Problem(
        problem="That is far too much at once.",
        hint=f"Up to {most} MB is taken. A picture made smaller, to some 1,400 pixels, tells as much.",
        code="too_big",
    )
    return _answer(request, says, 413)


@api.exception_handler(MultiPartParserError)
def _torn(request: HttpRequest, error: Any) -> HttpResponse:
    says = Problem(
        problem="The file did not come whole.", hint="Send it again; nothing was written.", code="unreadable"
    )
    return _answer(request, says, 400)


@api.exception_handler(HttpError)
def _refused(request: HttpRequest, error: Any) -> HttpResponse:
    if error.status_code == 403:
        says = Problem(
            problem="This page is out of date.", hint="Reload it and try again.", code="stale_page"
        )
    else:
        says = Problem(
            problem="That could not be read.", hint="Check that it is complete JSON.", code="unreadable"
        )
    return _answer(request, says, error.status_code)


@api.exception_handler(Exception)
def _broken(request: HttpRequest, error: Any) -> HttpResponse:
    if says := out_of_reach(error):
        return _answer(request, says, 503)
    return _answer(request, unforeseen(request, error), 500)
