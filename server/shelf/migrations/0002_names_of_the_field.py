"""Models named by the field's own terms. The tables keep the names they have: nothing is written."""

from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("shelf", "0001_initial")]

    operations = [
        migrations.SeparateDatabaseAndState(
            state_operations=[
                migrations.RenameModel("Bottle", "Consumable"),
                migrations.AlterModelTable("Consumable", "shelf_bottle"),
            ],
        ),
    ]
