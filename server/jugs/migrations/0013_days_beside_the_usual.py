"""How batches came out is kept with the days that were usual: what was kept is made anew."""

from django.db import migrations


def forget(apps, _):
    apps.get_model("jugs", "Jug").objects.update(outcome=None, row=None)


class Migration(migrations.Migration):
    dependencies = [("jugs", "0012_what_batches_taught")]
    operations = [migrations.RunPython(forget, migrations.RunPython.noop)]
