"""What is kept beside a jug is read as it is written: text. Bottles get lines of their own; all
lines are made anew."""

from django.db import migrations, models


def forget(apps, _):
    apps.get_model("jugs", "Jug").objects.update(row=None)


class Migration(migrations.Migration):
    dependencies = [("jugs", "0013_days_beside_the_usual")]
    operations = [
        *(
            migrations.AlterField("jug", kept, models.TextField(null=True))
            for kept in ("row", "outcome", "spent")
        ),
        migrations.AddField("jug", "lots", models.TextField(null=True)),
        migrations.AddField("jug", "stage", models.CharField(blank=True, max_length=16, default="")),
        migrations.RunPython(forget, migrations.RunPython.noop),
    ]
