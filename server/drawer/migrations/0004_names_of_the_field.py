"""Models named by the field's own terms. The tables keep the names they have: nothing is written."""

from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("drawer", "0003_movement")]

    operations = [
        migrations.SeparateDatabaseAndState(
            state_operations=[
                migrations.RenameModel("Kept", "StockItem"),
                migrations.AlterModelTable("StockItem", "drawer_kept"),
            ],
        ),
    ]
