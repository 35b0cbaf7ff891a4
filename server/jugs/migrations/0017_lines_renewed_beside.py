"""Lines of lists know their moment, and what a new version no longer says of a jug."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("jugs", "0016_explained")]

    operations = [
        migrations.AddField("jug", "row_at", models.DateTimeField(null=True)),
        migrations.AddField("jug", "writes", models.PositiveIntegerField(default=0)),
        migrations.AddField("jug", "no_longer", models.TextField(blank=True)),
        migrations.AddField("jug", "no_longer_seen", models.BooleanField(default=False)),
    ]
