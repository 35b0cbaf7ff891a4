"""Readings and bottlings become events of one journal; nothing of them is lost."""

import uuid
from itertools import count

import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models

KINDS = (
    "pitched", "poured", "added", "dosed", "read", "measured", "noticed", "cared", "racked",
    "transferred", "bottled", "lot_moved", "tasted", "struck",
)  # fmt: skip
# Of bottlings kept before the kinds were asked.
WINE_FROM_ML = 700
UNNAMED = "The kind of bottle was not written down then."


def carry_over(apps, schema_editor):
    Jug, Event = apps.get_model("jugs", "Jug"), apps.get_model("jugs", "Event")
    for jug in Jug.objects.all().iterator():
        events = _of_readings(jug) + _of_bottlings(jug)
        number, written = count(1), []
        for event in sorted(events, key=lambda event: event["at"]):
            after = event.pop("after")
            for step in (event, *after):
                strikes = step.pop("strikes", None)
                written.append(
                    Event(
                        jug=jug, number=next(number), by_id=jug.account_id,
                        strikes_id=strikes["id"] if strikes else None, **step,
                    )  # fmt: skip
                )
        # What is struck has to be there before its strike.
        for event in written:
            event.save(force_insert=True)


def _event(kind, at, what, note="", **more):
    return {"id": uuid.uuid4(), "kind": kind, "at": at, "what": what, "note": note, **more}


def _struck(event, at):
    return {**_event("struck", at, {"event": str(event["id"])}), "strikes": event}


def _of_readings(jug):
    events, pitched = [], False
    for row in jug.readings.order_by("at", "id"):
        what = {"sg": row.sg, "temperature_c": row.temperature_c}
        event = _event("read", row.at, what, row.note, insisted=row.insisted)
        after = []
        if row.removed_at is not None:
            after.append(_struck(event, row.removed_at))
        elif not pitched:
            # The first reading that stands was what pitched it.
            pitched = True
            after.append(_event("pitched", row.at, {}))
        events.append({**event, "after": after})
    return events


def _of_bottlings(jug):
    events = []
    for row in jug.bottlings.order_by("at", "id"):
        # The bottles measured what reached them: the rest was lees, or juice added at the end.
        total = sum(line.size_ml * line.count for line in row.counts.all())
        steps = [_event("measured", row.at, {"volume_ml": total})] if total else []
        for grams, dose in (
            (row.sulphite_g, "sulphite_potassium"),
            (row.sorbate_g, "sorbate"),
        ):
            if grams:
                steps.append(_event("dosed", row.at, {"dose": dose, "mass_g": grams}))
        lots, unnamed = [], False
        for index, line in enumerate(row.counts.order_by("-size_ml", "id")):
            kind = (line.bottle, line.closure)
            if not line.bottle:
                unnamed = True
                wine = line.size_ml >= WINE_FROM_ML
                kind = ("wine_bottle", "cork") if wine else ("beer_bottle", "crown")
            lot = {
                "id": chr(ord("a") + index % 26) + ("" if index < 26 else str(index // 26)),
                "size_ml": line.size_ml, "count": line.count,
                "bottle": kind[0], "closure": kind[1],
            }  # fmt: skip
            if row.against_advice:
                lot["against_advice"] = row.against_advice
            lots.append(lot)
        what = {"lots": lots}
        if row.priming_g_per_l:
            what["priming"] = {"sugar": row.priming_sugar, "g_per_l": row.priming_g_per_l}
        steps.append(_event("bottled", row.at, what, UNNAMED if unnamed else ""))
        if row.removed_at is not None:
            steps += [_struck(step, row.removed_at) for step in reversed(list(steps))]
        events.append({**steps[0], "after": steps[1:]})
    return events


class Migration(migrations.Migration):
    dependencies = [
        ("jugs", "0003_bottle_kinds_and_closing"),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.CreateModel(
            name="Event",
            fields=[
                ("id", models.UUIDField(default=uuid.uuid4, primary_key=True, serialize=False)),
                ("number", models.PositiveIntegerField()),
                ("at", models.DateTimeField()),
                ("written_at", models.DateTimeField(auto_now_add=True)),
                ("kind", models.CharField(max_length=16)),
                ("what", models.JSONField(default=dict)),
                ("note", models.CharField(blank=True, max_length=500)),
                ("insisted", models.BooleanField(default=False)),
                ("by", models.ForeignKey(
                    null=True, on_delete=django.db.models.deletion.SET_NULL, related_name="+",
                    to=settings.AUTH_USER_MODEL)),
                ("jug", models.ForeignKey(
                    on_delete=django.db.models.deletion.CASCADE, related_name="events",
                    to="jugs.jug")),
                ("strikes", models.OneToOneField(
                    null=True, on_delete=django.db.models.deletion.CASCADE,
                    related_name="struck_by", to="jugs.event")),
            ],
            options={
                "ordering": ["at", "number"],
                "indexes": [models.Index(fields=["jug", "at"], name="a_jugs_events_in_time")],
                "constraints": [
                    models.UniqueConstraint(fields=("jug", "number"), name="one_number_an_event"),
                    models.CheckConstraint(
                        condition=models.Q(("kind__in", KINDS)), name="an_event_is_of_a_kind"),
                    models.CheckConstraint(
                        condition=models.Q(
                            models.Q(("kind", "struck"), ("strikes__isnull", False)),
                            models.Q(
                                models.Q(("kind", "struck"), _negated=True),
                                ("strikes__isnull", True)),
                            _connector="OR"),
                        name="a_strike_names_what_it_strikes"),
                ],
            },
        ),
        migrations.CreateModel(
            name="TransferLine",
            fields=[
                ("id", models.BigAutoField(
                    auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("volume_ml", models.FloatField()),
                ("event", models.ForeignKey(
                    on_delete=django.db.models.deletion.CASCADE, related_name="lines",
                    to="jugs.event")),
                ("into", models.ForeignKey(
                    on_delete=django.db.models.deletion.CASCADE, related_name="received",
                    to="jugs.jug")),
            ],
            options={
                "ordering": ["id"],
                "constraints": [
                    models.CheckConstraint(
                        condition=models.Q(("volume_ml__gt", 0)), name="something_is_poured_on"),
                    models.UniqueConstraint(fields=("event", "into"), name="one_line_a_jug"),
                ],
            },
        ),
        migrations.RunPython(carry_over, migrations.RunPython.noop, elidable=False),
        migrations.DeleteModel(name="BottleCount"),
        migrations.DeleteModel(name="Bottling"),
        migrations.DeleteModel(name="Reading"),
    ]  # fmt: skip
