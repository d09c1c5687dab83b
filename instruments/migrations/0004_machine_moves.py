# The machine and its cans live in tinting now; their tables were renamed there.

import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('instruments', '0003_machine'),
        ('tinting', '0001_initial'),
    ]

    operations = [
        migrations.SeparateDatabaseAndState(
            state_operations=[
                migrations.AlterField(
                    model_name='session',
                    name='batch',
                    field=models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='sessions', to='tinting.batch'),
                ),
                migrations.DeleteModel(name='Batch'),
                migrations.DeleteModel(name='Machine'),
            ],
        ),
    ]
