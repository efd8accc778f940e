"""What a reading and a calculation were asked is called a request. The columns keep the name they have."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("visits", "0010_labels_are_not_kept")]

    operations = [
        migrations.SeparateDatabaseAndState(
            state_operations=[
                migrations.RenameField("GearReading", "given", "request"),
                migrations.AlterField("GearReading", "request", models.JSONField(db_column="given")),
                migrations.RenameField("KeptCalculation", "given", "request"),
                migrations.AlterField("KeptCalculation", "request", models.JSONField(db_column="given")),
            ],
        ),
    ]
