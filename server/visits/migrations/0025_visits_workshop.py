import django.db.models.deletion
from django.db import migrations, models


def told(apps, schema_editor):
    """Each visit is of its unit's workshop."""
    unit, visit = (apps.get_model("visits", name) for name in ("Unit", "Visit"))
    own = unit.objects.filter(pk=models.OuterRef("unit_id")).values("workshop_id")[:1]
    visit.objects.filter(workshop=None).update(workshop_id=models.Subquery(own))


class Migration(migrations.Migration):

    dependencies = [
        ("workshop", "0004_tokens"),
        ("visits", "0024_steps_changed"),
    ]

    operations = [
        migrations.AddField(
            model_name="visit",
            name="workshop",
            field=models.ForeignKey(
                editable=False,
                null=True,
                on_delete=django.db.models.deletion.PROTECT,
                related_name="+",
                to="workshop.workshop",
            ),
        ),
        migrations.RunPython(told, migrations.RunPython.noop),
        migrations.AlterField(
            model_name="visit",
            name="workshop",
            field=models.ForeignKey(
                editable=False,
                on_delete=django.db.models.deletion.PROTECT,
                related_name="+",
                to="workshop.workshop",
            ),
        ),
        migrations.AddIndex(
            model_name="visit",
            index=models.Index(fields=["workshop", "stage", "-changed_at"], name="visit_by_stage"),
        ),
        migrations.AddIndex(
            model_name="visit",
            index=models.Index(fields=["workshop", "-changed_at"], name="visit_touched"),
        ),
    ]
