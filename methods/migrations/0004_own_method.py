import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('schools', '0003_copied_from'),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.AlterModelTable(
            name='ownschool',
            table='schools_ownschool',
        ),
        migrations.RenameModel(
            old_name='OwnSchool',
            new_name='OwnMethod',
        ),
        migrations.AlterField(
            model_name='ownmethod',
            name='owner',
            field=models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='methods', to=settings.AUTH_USER_MODEL),
        ),
        migrations.AlterField(
            model_name='usual',
            name='owner',
            field=models.OneToOneField(on_delete=django.db.models.deletion.CASCADE, related_name='usual_method', to=settings.AUTH_USER_MODEL),
        ),
    ]
