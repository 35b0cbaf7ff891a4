from django.db import migrations
from django.db.models import Exists, OuterRef, Value
from django.db.models.functions import Concat, Length


def one_code(apps, schema_editor):
    """A 12-digit code is the 13 digits of the same product with a zero before it; where both stand
    on a shelf, each keeps its own."""
    products = apps.get_model("shelf", "Product").objects
    short = products.annotate(digits=Length("barcode"), whole=Concat(Value("0"), "barcode"))
    there = products.filter(account=OuterRef("account"), barcode=OuterRef("whole"))
    for product in short.filter(digits=12).exclude(Exists(there)):
        products.filter(id=product.id).update(barcode=product.whole)


class Migration(migrations.Migration):
    dependencies = [("shelf", "0004_juice_percent")]

    operations = [migrations.RunPython(one_code, migrations.RunPython.noop)]
