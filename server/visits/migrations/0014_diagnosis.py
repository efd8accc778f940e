"""Checks made to find what is wrong, the cause found, and that a notice was said."""

import uuid

import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [
        ("visits", "0013_cover_maps"),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.AddField("Visit", "cause", models.CharField(blank=True, default="", max_length=40), False),
        migrations.AddField("Visit", "notice_said", models.BooleanField(default=False)),
        migrations.CreateModel(
            "Trial",
            [
                (
                    "id",
                    models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False),
                ),
                ("recorded_at", models.DateTimeField(auto_now_add=True)),
                ("check_key", models.CharField(max_length=40)),
                ("answer", models.CharField(max_length=40)),
                ("figure", models.CharField(blank=True, max_length=40)),
                ("taken_back", models.BooleanField(default=False)),
                ("order", models.PositiveIntegerField(default=0)),
                (
                    "recorded_by",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.PROTECT,
                        related_name="+",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
                (
                    "visit",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.PROTECT, related_name="trials", to="visits.visit"
                    ),
                ),
            ],
            options={"ordering": ["order"]},
        ),
        migrations.AddConstraint(
            "Trial", models.UniqueConstraint(fields=["visit", "check_key"], name="trial_of_visit_once")
        ),
    ]
