"""Who was there can say where a reading off the plan came from."""

from django.db import migrations, models

BEFORE = (
    "pitched", "poured", "added", "dosed", "read", "measured", "noticed", "cared", "racked",
    "transferred", "bottled", "lot_moved", "tasted", "tested",
)  # fmt: skip
NAME = "an_event_is_of_a_kind"


class Migration(migrations.Migration):
    dependencies = [("jugs", "0015_tested")]

    operations = [
        migrations.RemoveConstraint("event", NAME),
        migrations.AddConstraint(
            "event",
            models.CheckConstraint(
                condition=models.Q(kind__in=(*BEFORE, "explained", "struck")), name=NAME
            ),
        ),
    ]
