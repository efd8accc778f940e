"""What is kept of a consumable is its item. The column keeps the name it has."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("shelf", "0002_names_of_the_field")]

    operations = [
        migrations.SeparateDatabaseAndState(
            state_operations=[
                migrations.RenameField("Consumable", "told", "item"),
                migrations.AlterField("Consumable", "item", models.JSONField(db_column="told")),
            ],
        ),
    ]
