"""The holes of a cover as they were laid out by hand."""

import django.db.models.deletion
import workshop.stored
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("visits", "0012_pieces_of_a_step")]

    operations = [
        migrations.CreateModel(
            "CoverMap",
            [
                (
                    "id",
                    models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID"),
                ),
                ("name", models.CharField(max_length=120)),
                ("layout", models.CharField(max_length=10)),
                ("holes", workshop.stored.StoredField(default=list)),
                (
                    "visit",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.PROTECT,
                        related_name="cover_maps",
                        to="visits.visit",
                    ),
                ),
            ],
        ),
        migrations.AddConstraint(
            "CoverMap", models.UniqueConstraint(fields=["visit", "name"], name="cover_map_once")
        ),
    ]
