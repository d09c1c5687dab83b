import django.db.models.deletion
import django.utils.timezone
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    replaces = [('decks', '0001_initial'), ('decks', '0002_deck_owners'), ('decks', '0003_imports'), ('decks', '0004_spread'), ('decks', '0005_sets'), ('decks', '0006_values'), ('decks', '0007_adjusted'), ('decks', '0008_strips_have_names'), ('decks', '0009_import_progress'), ('decks', '0010_undoing'), ('decks', '0011_colour_deleted'), ('decks', '0012_mended_lines'), ('decks', '0013_going_together'), ('decks', '0014_value_revision')]

    initial = True

    dependencies = [
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.CreateModel(
            name='Import',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('deck_name', models.CharField(max_length=80)),
                ('file_name', models.CharField(max_length=200)),
                ('file_format', models.CharField(max_length=8)),
                ('mapping', models.JSONField(blank=True, null=True)),
                ('content', models.BinaryField(default=b'')),
                ('state', models.CharField(choices=[('waiting', 'waiting to be brought in'), ('running', 'coming in'), ('done', 'brought in'), ('undoing', 'being taken back'), ('undone', 'undone')], default='waiting', max_length=8)),
                ('added', models.PositiveIntegerField(default=0)),
                ('changed', models.PositiveIntegerField(default=0)),
                ('created', models.DateTimeField(auto_now_add=True)),
                ('done', models.PositiveIntegerField(default=0)),
                ('total', models.PositiveIntegerField(default=0)),
                ('looked', models.FloatField(blank=True, null=True)),
                ('mended', models.JSONField(blank=True, default=dict)),
                ('owner', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='imports', to=settings.AUTH_USER_MODEL)),
            ],
            options={
                'ordering': ['-created'],
            },
        ),
        migrations.CreateModel(
            name='Maker',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('name', models.CharField(max_length=80)),
                ('changed', models.DateTimeField(default=django.utils.timezone.now)),
                ('owner', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.CASCADE, related_name='decks', to=settings.AUTH_USER_MODEL)),
            ],
        ),
        migrations.CreateModel(
            name='Colour',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('code', models.CharField(blank=True, max_length=40)),
                ('name', models.CharField(max_length=120)),
                ('strip', models.CharField(blank=True, default='', max_length=20)),
                ('step', models.PositiveSmallIntegerField(blank=True, null=True)),
                ('lab_l', models.FloatField()),
                ('lab_a', models.FloatField()),
                ('lab_b', models.FloatField()),
                ('lrv', models.FloatField()),
                ('screen', models.CharField(max_length=7)),
                ('in_gamut', models.BooleanField(default=True)),
                ('provenance', models.CharField(max_length=24)),
                ('given', models.CharField(max_length=120)),
                ('reflectance', models.JSONField(blank=True, null=True)),
                ('recipe_base', models.CharField(blank=True, max_length=12)),
                ('recipe_amounts', models.JSONField(blank=True, null=True)),
                ('created', models.DateTimeField(auto_now_add=True)),
                ('lrv_stated', models.FloatField(blank=True, null=True)),
                ('has_spectrum', models.GeneratedField(db_persist=True, expression=models.Case(models.When(reflectance__isnull=False, then=models.Value(True)), default=models.Value(False)), output_field=models.BooleanField())),
                ('spread', models.FloatField(blank=True, null=True)),
                ('specular', models.CharField(blank=True, choices=[('included', 'included'), ('excluded', 'excluded')], max_length=8)),
                ('percent', models.FloatField(blank=True, null=True)),
                ('deleted', models.DateTimeField(blank=True, null=True)),
                ('owner', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.CASCADE, related_name='colours', to=settings.AUTH_USER_MODEL)),
                ('parent', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.RESTRICT, related_name='adjusted', to='decks.colour')),
                ('brought_in', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='colours', to='decks.import')),
                ('maker', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.CASCADE, related_name='colours', to='decks.maker')),
            ],
            options={
                'ordering': ['maker_id', 'id'],
            },
        ),
        migrations.CreateModel(
            name='ValueRevision',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('lab_l', models.FloatField()),
                ('lab_a', models.FloatField()),
                ('lab_b', models.FloatField()),
                ('lrv', models.FloatField()),
                ('lrv_stated', models.FloatField(blank=True, null=True)),
                ('screen', models.CharField(max_length=7)),
                ('in_gamut', models.BooleanField(default=True)),
                ('provenance', models.CharField(max_length=24)),
                ('given', models.CharField(max_length=120)),
                ('spread', models.FloatField(blank=True, null=True)),
                ('specular', models.CharField(blank=True, choices=[('included', 'included'), ('excluded', 'excluded')], max_length=8)),
                ('reflectance', models.JSONField(blank=True, null=True)),
                ('recipe_base', models.CharField(blank=True, max_length=12)),
                ('recipe_amounts', models.JSONField(blank=True, null=True)),
                ('name', models.CharField(max_length=120)),
                ('strip', models.CharField(blank=True, default='', max_length=20)),
                ('step', models.PositiveSmallIntegerField(blank=True, null=True)),
                ('replaced', models.DateTimeField(default=django.utils.timezone.now)),
                ('reason', models.CharField(max_length=200)),
                ('by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('by_import', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='replaced', to='decks.import')),
                ('colour', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='earlier', to='decks.colour')),
            ],
            options={
                'ordering': ['-replaced', '-id'],
                'db_table': 'decks_earlier',
            },
        ),
        migrations.CreateModel(
            name='ColourSet',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('name', models.CharField(max_length=60)),
                ('is_whites', models.BooleanField(default=False)),
                ('colours', models.ManyToManyField(related_name='sets', to='decks.colour')),
                ('owner', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='sets', to=settings.AUTH_USER_MODEL)),
            ],
            options={
                'ordering': ['-is_whites', 'name'],
                'constraints': [models.UniqueConstraint(fields=('owner', 'name'), name='set_name'), models.UniqueConstraint(condition=models.Q(('is_whites', True)), fields=('owner',), name='one_set_of_whites')],
            },
        ),
        migrations.AddConstraint(
            model_name='maker',
            constraint=models.UniqueConstraint(condition=models.Q(('owner', None)), fields=('name',), name='shared_maker_name'),
        ),
        migrations.AddConstraint(
            model_name='maker',
            constraint=models.UniqueConstraint(condition=models.Q(('owner__isnull', False)), fields=('owner', 'name'), name='own_maker_name'),
        ),
        migrations.AddConstraint(
            model_name='colour',
            constraint=models.UniqueConstraint(condition=models.Q(('maker__isnull', False)), fields=('maker', 'code'), name='code_per_maker'),
        ),
        migrations.AddConstraint(
            model_name='colour',
            constraint=models.CheckConstraint(condition=models.Q(models.Q(('maker__isnull', False), ('owner__isnull', True)), models.Q(('maker__isnull', True), ('owner__isnull', False)), _connector='OR'), name='maker_or_owner'),
        ),
    ]
