"""A test for sugar can happen to a jug."""

from django.db import migrations, models

BEFORE = (
    "pitched", "poured", "added", "dosed", "read", "measured", "noticed", "cared", "racked",
    "transferred", "bottled", "lot_moved", "tasted",
)  # fmt: skip
NAME = "an_event_is_of_a_kind"


class Migration(migrations.Migration):
    dependencies = [("jugs", "0014_lines_as_text")]

    operations = [
        migrations.RemoveConstraint("event", NAME),
        migrations.AddConstraint(
            "event",
            models.CheckConstraint(
                condition=models.Q(kind__in=(*BEFORE, "tested", "struck")), name=NAME
            ),
        ),
    ]
