"""Every member has a workshop and a role; the sample workshop gets its key; codes, sessions, known devices."""

import uuid

import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models


def settle(apps, schema_editor):
    Workshop, Member = apps.get_model("workshop", "Workshop"), apps.get_model("workshop", "Member")
    for member in Member.objects.filter(workshop__isnull=True):
        member.workshop = Workshop.objects.create(name=f"Bench of {member.first_name or member.username}"[:80])
        member.save(update_fields=["workshop"])
    if not Workshop.objects.filter(key="sample").exists():
        sample = Workshop.objects.filter(name="Ferry Quay bench", members__username="robin").first()
        if sample:
            Workshop.objects.filter(pk=sample.pk).update(key="sample")
    for workshop in Workshop.objects.all():
        first = Member.objects.filter(workshop=workshop).order_by("pk").first()
        if first and not Member.objects.filter(workshop=workshop, role="owner").exists():
            Member.objects.filter(pk=first.pk).update(role="owner")


class Migration(migrations.Migration):
    dependencies = [("workshop", "0001_initial")]

    operations = [
        migrations.AddField("workshop", "key", models.CharField(max_length=20, null=True, unique=True)),
        migrations.AddField("member", "role", models.CharField(default="member", max_length=10)),
        migrations.RunPython(settle, migrations.RunPython.noop),
        migrations.AlterField(
            "member",
            "workshop",
            models.ForeignKey(
                on_delete=django.db.models.deletion.PROTECT, related_name="members", to="workshop.workshop"
            ),
        ),
        migrations.CreateModel(
            name="Code",
            fields=[
                ("id", models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                ("digest", models.CharField(max_length=64, unique=True)),
                ("role", models.CharField(max_length=10)),
                ("called", models.CharField(blank=True, max_length=60)),
                ("expires_at", models.DateTimeField()),
                ("used_at", models.DateTimeField(null=True)),
                ("taken_back", models.BooleanField(default=False)),
                (
                    "made_by",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.PROTECT, related_name="+", to=settings.AUTH_USER_MODEL
                    ),
                ),
                (
                    "member",
                    models.ForeignKey(
                        null=True,
                        on_delete=django.db.models.deletion.PROTECT,
                        related_name="resets",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
                (
                    "workshop",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.PROTECT, related_name="codes", to="workshop.workshop"
                    ),
                ),
            ],
        ),
        migrations.CreateModel(
            name="SeenSession",
            fields=[
                ("id", models.UUIDField(default=uuid.uuid4, editable=False, primary_key=True, serialize=False)),
                ("session_key", models.CharField(max_length=40, unique=True)),
                ("device", models.CharField(max_length=120)),
                ("address", models.CharField(max_length=45)),
                ("since", models.DateTimeField(auto_now_add=True)),
                ("last_seen", models.DateTimeField()),
                (
                    "member",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="sessions",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
            ],
        ),
        migrations.CreateModel(
            name="KnownDevice",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("digest", models.CharField(max_length=64, unique=True)),
                ("failures", models.PositiveSmallIntegerField(default=0)),
                ("last_seen", models.DateTimeField(auto_now=True)),
                (
                    "member",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="devices",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
            ],
        ),
        migrations.CreateModel(
            name="Fact",
            fields=[
                ("key", models.CharField(max_length=40, primary_key=True, serialize=False)),
                ("value", models.JSONField()),
            ],
        ),
    ]
