"""What is due as an iCalendar file (RFC 5545), written by a kept library."""

from collections import Counter
from collections.abc import Iterable
from datetime import timedelta
from zoneinfo import ZoneInfo

import icalendar
from django.utils import timezone

from server.jugs.models import Event
from server.today.models import PutOff
from server.today.schemas import TaskOut

_DAY = timedelta(days=1)


def calendar(tasks: Iterable[TaskOut], time_zone: str, name: str) -> bytes:
    """Each as a whole day or days where the person lives: right across a change of clocks.

    A task keeps its UID while it stands; SEQUENCE counts what has happened to its jug, so that
    a calendar that knows it takes the newer one.
    """
    found = icalendar.Calendar()
    found.add("prodid", "-//Amber Jug//Due//EN")
    found.add("version", "2.0")
    found.add("x-wr-calname", name)
    zone = ZoneInfo(time_zone)
    listed, now = list(tasks), timezone.now()
    happened = _happened(task.jug for task in listed)
    for task in listed:
        event = icalendar.Event()
        event.add("uid", f"jug-{task.jug}-{task.what}-{task.asked:%Y%m%dT%H%M}@amber-jug")
        event.add("sequence", happened[task.jug])
        event.add("dtstamp", now)
        event.add("summary", f"{task.number} · {task.name}: {task.words.lower()}")
        event.add("description", task.why)
        first, last = task.since.astimezone(zone).date(), task.until.astimezone(zone).date()
        event.add("dtstart", first)
        event.add("dtend", max(last, first) + _DAY)
        found.add_component(event)
    return bytes(found.to_ical())


def _happened(jugs: Iterable[int]) -> Counter[int]:
    """How much has been written of each jug, and how often something of it was put off."""
    wanted = set(jugs)
    written = Event.objects.filter(jug__in=wanted).values_list("jug_id", flat=True)
    put_off = PutOff.objects.filter(jug__in=wanted).values_list("jug_id", flat=True)
    return Counter([*written, *put_off])
