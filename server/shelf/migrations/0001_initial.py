import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    initial = True

    dependencies = [
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.CreateModel(
            name='Product',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('name', models.CharField(max_length=120)),
                ('kind', models.CharField(choices=[('juice', 'juice'), ('concentrate', 'concentrate'), ('syrup', 'syrup'), ('sugar', 'sugar'), ('water', 'water'), ('fruit', 'fruit'), ('acid', 'acid')], max_length=16)),
                ('fruit', models.CharField(blank=True, max_length=32)),
                ('sugar', models.CharField(blank=True, max_length=32)),
                ('sugars_g', models.CharField(blank=True, max_length=12)),
                ('per_ml', models.FloatField(null=True)),
                ('per_g', models.FloatField(null=True)),
                ('measured_sg', models.FloatField(null=True)),
                ('pack_ml', models.FloatField(null=True)),
                ('pack_g', models.FloatField(null=True)),
                ('price', models.DecimalField(decimal_places=2, max_digits=8)),
                ('added_at', models.DateTimeField(auto_now_add=True)),
                ('removed_at', models.DateTimeField(null=True)),
                ('account', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='products', to=settings.AUTH_USER_MODEL)),
            ],
            options={
                'ordering': ['name', 'id'],
                'constraints': [models.CheckConstraint(condition=models.Q(('price__gte', 0)), name='price_not_negative'), models.CheckConstraint(condition=models.Q(models.Q(('pack_g__isnull', True), ('pack_ml__gt', 0)), models.Q(('pack_g__gt', 0), ('pack_ml__isnull', True)), _connector='OR'), name='one_pack_size')],
            },
        ),
    ]
