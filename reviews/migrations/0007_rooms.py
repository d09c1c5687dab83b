"""The lines of text for job and room become jobs and rooms; a review belongs to one of the rooms, or to none."""

import django.db.models.deletion
from django.db import migrations, models

NO_JOB = "Rooms without a job"
NO_ROOM = "No room in particular"


def text_to_rooms(apps, schema_editor):
    Review, Member = apps.get_model("reviews", "Review"), apps.get_model("people", "Member")
    Job, Room = apps.get_model("jobs", "Job"), apps.get_model("jobs", "Room")
    studio_of = dict(Member.objects.values_list("user_id", "studio_id"))
    jobs, rooms = {}, {}
    for review in Review.objects.exclude(job_text="", room_text="").order_by("pk"):
        title, name = review.job_text.strip() or NO_JOB, review.room_text.strip() or NO_ROOM
        studio = studio_of.get(review.owner_id, f"user {review.owner_id}")
        key = studio, title.casefold()
        if key not in jobs:
            jobs[key] = Job.objects.create(owner_id=review.owner_id, title=title, updated=review.updated)
        inside = jobs[key].pk, name.casefold()
        if inside not in rooms:
            rooms[inside] = Room.objects.create(job=jobs[key], name=name, updated=review.updated)
        Review.objects.filter(pk=review.pk).update(room=rooms[inside])


def rooms_to_text(apps, schema_editor):
    Review = apps.get_model("reviews", "Review")
    for review in Review.objects.exclude(room=None).select_related("room__job"):
        job, room = review.room.job.title, review.room.name
        texts = {"job_text": "" if job == NO_JOB else job, "room_text": "" if room == NO_ROOM else room}
        Review.objects.filter(pk=review.pk).update(**texts)


class Migration(migrations.Migration):
    dependencies = [("reviews", "0006_findings"), ("jobs", "0001_initial"), ("people", "0002_studios")]

    operations = [
        migrations.RenameField("review", "job", "job_text"),
        migrations.RenameField("review", "room", "room_text"),
        migrations.AddField(
            "review",
            "room",
            models.ForeignKey(
                blank=True, null=True, on_delete=django.db.models.deletion.SET_NULL, related_name="reviews", to="jobs.room"
            ),
        ),
        migrations.RunPython(text_to_rooms, rooms_to_text),
        migrations.RemoveField("review", "job_text"),
        migrations.RemoveField("review", "room_text"),
    ]
