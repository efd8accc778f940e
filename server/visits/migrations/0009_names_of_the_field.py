"""Models named by the field's own terms. The tables keep the names they have: nothing is written."""

from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("visits", "0008_timer_of_a_count")]

    operations = [
        migrations.SeparateDatabaseAndState(
            state_operations=[
                migrations.RenameModel("Pin", "GearReading"),
                migrations.AlterModelTable("GearReading", "visits_pin"),
                migrations.RenameModel("Worked", "KeptCalculation"),
                migrations.AlterModelTable("KeptCalculation", "visits_worked"),
            ],
        ),
    ]
