"""A step takes off one piece or several: they share their step, each in its place."""

import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("visits", "0011_request_of_a_reading")]

    operations = [
        migrations.AlterField(
            "Piece",
            "step",
            models.ForeignKey(
                on_delete=django.db.models.deletion.PROTECT, related_name="pieces", to="visits.step"
            ),
        ),
        migrations.AddField("Piece", "at", models.PositiveSmallIntegerField(default=0)),
        migrations.AddField("Piece", "taken_back", models.BooleanField(default=False)),
        migrations.AddField(
            "Piece",
            "mate",
            models.ForeignKey(
                null=True, on_delete=django.db.models.deletion.PROTECT, related_name="+", to="visits.piece"
            ),
        ),
        migrations.AlterModelOptions("Piece", options={"ordering": ["at"]}),
        migrations.AddConstraint(
            "Piece", models.UniqueConstraint(fields=["step", "at"], name="piece_of_step_once")
        ),
    ]
