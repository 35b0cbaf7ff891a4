"""Today: what is due, and its calendar."""

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router

from server.accounts.auth import account_of, signed_in
from server.config.problems import REFUSALS
from server.today.actions import feed
from server.today.actions.list_tasks import list_tasks, today
from server.today.actions.put_off import put_off, take_back
from server.today.actions.tell_changes import tell_change
from server.today.calendar import calendar
from server.today.models import CalendarFeed
from server.today.schemas import CalendarOut, PutOffIn, PutOffOut, SeenIn, TodayOut

router = Router(auth=signed_in)
# Asked by calendar programs, which have nothing but the address.
by_token = Router()


@router.get("", response={200: TodayOut, 401: REFUSALS[401]})
def get_today(request: HttpRequest) -> TodayOut:
    """What is due across the jugs, the most pressing first."""
    return today(account_of(request))


@router.post("/put-off", response={200: PutOffOut, **REFUSALS})
def post_put_off(request: HttpRequest, payload: PutOffIn) -> PutOffOut:
    """Later, or not at all."""
    return PutOffOut(id=put_off(account_of(request), payload).id)


@router.delete("/put-off/{int:answer_id}", response={200: TodayOut, **REFUSALS})
def delete_put_off(request: HttpRequest, answer_id: int) -> TodayOut:
    """As if it had not been answered."""
    take_back(account_of(request), answer_id)
    return today(account_of(request))


@router.put("/changes/{int:jug_id}", response={200: TodayOut, **REFUSALS})
def put_change(request: HttpRequest, jug_id: int, payload: SeenIn) -> TodayOut:
    """What a new version no longer says of a jug was seen, or is to be told again."""
    tell_change(account_of(request), jug_id, payload.seen)
    return today(account_of(request))


@router.get("/calendar", response={200: CalendarOut, 401: REFUSALS[401]})
def get_calendar(request: HttpRequest) -> CalendarOut:
    return _path(feed.feed_of(account_of(request)))


@router.post("/calendar", response={200: CalendarOut, **REFUSALS})
def post_calendar(request: HttpRequest) -> CalendarOut:
    """An address that a calendar program can follow."""
    return _path(feed.open_feed(account_of(request)))


@router.delete("/calendar", response={200: CalendarOut, **REFUSALS})
def delete_calendar(request: HttpRequest) -> CalendarOut:
    """The address shows nothing any more."""
    feed.close_feed(account_of(request))
    return _path(None)


@router.post("/calendar/restore", response={200: CalendarOut, **REFUSALS})
def restore_calendar(request: HttpRequest) -> CalendarOut:
    """The address that was closed last shows what is due again."""
    return _path(feed.restore_feed(account_of(request)))


@router.get("/jugs/{int:jug_id}.ics", response={200: None, **REFUSALS})
def get_jug_calendar(request: HttpRequest, jug_id: int) -> HttpResponse:
    """What is due for one jug, to keep."""
    account = account_of(request)
    jug = get_object_or_404(account.jugs, id=jug_id)
    tasks = [task for task in list_tasks(account) if task.jug == jug.id]
    return _ics(calendar(tasks, account.time_zone, jug.name), f"jug-{jug.number}.ics")


@by_token.get("/{token}.ics", response={200: None, 404: REFUSALS[404]})
def get_feed(request: HttpRequest, token: str) -> HttpResponse:
    return _ics(feed.read_feed(token), "amber-jug.ics")


def _ics(body: bytes, name: str) -> HttpResponse:
    return HttpResponse(
        body,
        content_type="text/calendar; charset=utf-8",
        headers={
            "Content-Disposition": f'attachment; filename="{name}"',
            "Cache-Control": "private, no-store",
        },
    )


def _path(found: CalendarFeed | None) -> CalendarOut:
    return CalendarOut(path=f"/api/calendar/{found.token}.ics" if found else None)
