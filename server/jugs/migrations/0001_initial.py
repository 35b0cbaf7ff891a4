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
            name='Jug',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('number', models.PositiveIntegerField()),
                ('name', models.CharField(max_length=120)),
                ('plan_version', models.PositiveIntegerField(default=0)),
                ('begun_at', models.DateTimeField(auto_now_add=True)),
                ('removed_at', models.DateTimeField(null=True)),
                ('account', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='jugs', to=settings.AUTH_USER_MODEL)),
            ],
            options={
                'ordering': ['-number'],
            },
        ),
        migrations.CreateModel(
            name='Bottling',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('at', models.DateTimeField()),
                ('removed_at', models.DateTimeField(null=True)),
                ('jug', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='bottlings', to='jugs.jug')),
            ],
            options={
                'ordering': ['at', 'id'],
            },
        ),
        migrations.CreateModel(
            name='PlanVersion',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('version', models.PositiveIntegerField()),
                ('plan', models.JSONField()),
                ('kept_at', models.DateTimeField(auto_now_add=True)),
                ('jug', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='plans', to='jugs.jug')),
            ],
            options={
                'ordering': ['version'],
            },
        ),
        migrations.CreateModel(
            name='Reading',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('at', models.DateTimeField()),
                ('sg', models.FloatField()),
                ('temperature_c', models.FloatField(default=20.0)),
                ('note', models.CharField(blank=True, max_length=500)),
                ('insisted', models.BooleanField(default=False)),
                ('removed_at', models.DateTimeField(null=True)),
                ('jug', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='readings', to='jugs.jug')),
            ],
            options={
                'ordering': ['at', 'id'],
            },
        ),
        migrations.CreateModel(
            name='BottleCount',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('size_ml', models.PositiveIntegerField()),
                ('count', models.PositiveIntegerField()),
                ('bottling', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='counts', to='jugs.bottling')),
            ],
            options={
                'ordering': ['-size_ml'],
                'constraints': [models.UniqueConstraint(fields=('bottling', 'size_ml'), name='a_size_counted_once')],
            },
        ),
        migrations.AddConstraint(
            model_name='jug',
            constraint=models.UniqueConstraint(fields=('account', 'number'), name='one_number_a_jug'),
        ),
        migrations.AddConstraint(
            model_name='bottling',
            constraint=models.UniqueConstraint(condition=models.Q(('removed_at', None)), fields=('jug',), name='a_jug_is_bottled_once'),
        ),
        migrations.AddConstraint(
            model_name='planversion',
            constraint=models.UniqueConstraint(fields=('jug', 'version'), name='one_plan_a_version'),
        ),
        migrations.AddConstraint(
            model_name='reading',
            constraint=models.CheckConstraint(condition=models.Q(('sg__gte', 0.9), ('sg__lt', 2)), name='sg_is_a_gravity'),
        ),
        migrations.AddConstraint(
            model_name='reading',
            constraint=models.CheckConstraint(condition=models.Q(('temperature_c__gte', 0), ('temperature_c__lte', 40)), name='sample_is_liquid_and_cool'),
        ),
    ]
