"""Documents: what a specialist did with their sections, the links by which a client reads them, and what comes back."""

from __future__ import annotations

from datetime import datetime, timedelta

from django.conf import settings
from django.db import models
from django.urls import reverse
from django.utils import timezone

from jobs.models import Job
from prism import words
from reviews.models import Review
from web.capability_links import SecretLink

SLIDE = "slide-"
"""What the key of a slide begins with, beside the sections of the document in the same table."""


class DocumentEdit(models.Model):
    """A section of a review's document, or a slide of its showing: as it was written, beside what was computed then;
    left out; or moved."""

    review = models.ForeignKey(Review, on_delete=models.CASCADE, related_name="document_edits")
    section = models.CharField(max_length=20)
    text = models.TextField(blank=True)
    computed = models.TextField(blank=True)
    edited = models.BooleanField(default=False)
    left_out = models.BooleanField(default=False)
    position = models.PositiveSmallIntegerField(null=True, blank=True)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    at = models.DateTimeField(auto_now=True)

    class Meta:
        db_table = "reviews_documentedit"
        constraints = [models.UniqueConstraint(fields=["review", "section"], name="section_once")]

    def __str__(self) -> str:
        return f"{self.section} of {self.review}"

    @property
    def is_of_slide(self) -> bool:
        return self.section.startswith(SLIDE)


LASTS = timedelta(days=30)


def _expiry() -> datetime:
    return timezone.now() + LASTS


class Shared(SecretLink):
    """A link to chosen reviews of a job, and to its home on one sheet where that was chosen, until it expires or is
    withdrawn; its visits are counted."""

    job = models.ForeignKey(Job, on_delete=models.CASCADE, related_name="shared")
    reviews = models.ManyToManyField(Review, related_name="shared")
    home = models.BooleanField(default=False)  # the home on one sheet is shown too
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    made = models.DateTimeField(default=timezone.now)
    expires = models.DateTimeField(default=_expiry)
    withdrawn = models.DateTimeField(null=True, blank=True)
    visits = models.PositiveIntegerField(default=0)
    last_visit = models.DateTimeField(null=True, blank=True)

    class Meta:
        db_table = "reviews_shared"
        ordering = ["-made", "-id"]

    def __str__(self) -> str:
        return f"{self.job}, until {self.expires:%d %b %Y}"

    def get_absolute_url(self) -> str:
        """Return the address that the client is given; empty where it cannot be made again."""
        return reverse("shared", args=[self.token]) if self.token else ""

    @property
    def sentence(self) -> str:
        return words.sharing.link_text(self.expires, self.withdrawn, self.visits, self.last_visit)

    @property
    def is_open(self) -> bool:
        return self.withdrawn is None and self.expires > timezone.now() and self.job.deleted is None


class ClientAnswer(models.Model):
    """What a client said of a review: yes, no, or a question; and what the studio replied, which the link shows."""

    class Answer(models.TextChoices):
        YES = "yes", "yes"
        NO = "no", "no"
        ASK = "ask", "a question"

    shared = models.ForeignKey(Shared, on_delete=models.CASCADE, related_name="answers")
    review = models.ForeignKey(Review, on_delete=models.CASCADE, related_name="client_answers")
    answer = models.CharField(max_length=3, choices=Answer)
    text = models.CharField(max_length=1000, blank=True)
    name = models.CharField(max_length=80, blank=True)
    at = models.DateTimeField(default=timezone.now)
    read = models.DateTimeField(null=True, blank=True)
    reply = models.CharField(max_length=1000, blank=True)
    replied = models.DateTimeField(null=True, blank=True)
    replied_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")

    class Meta:
        db_table = "reviews_clientanswer"
        ordering = ["-at", "-id"]

    def __str__(self) -> str:
        return f"{self.answer} to {self.review}"

    @property
    def sentence(self) -> str:
        review = self.review
        return words.sharing.client_text(
            self.name, self.answer, review.colour.name, review.room.name if review.room else "", self.text
        )

    @property
    def thanked(self) -> str:
        return words.sharing.client_answered(self.answer)


class Published(SecretLink):
    """A link to a review as an article, for anybody who has it, until it is withdrawn."""

    review = models.ForeignKey(Review, on_delete=models.CASCADE, related_name="published")
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")
    made = models.DateTimeField(default=timezone.now)
    withdrawn = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-made", "-id"]

    def __str__(self) -> str:
        return f"article of {self.review}"

    def get_absolute_url(self) -> str:
        """Return the address of the article; empty where it cannot be made again."""
        return reverse("published", args=[self.token]) if self.token else ""

    @property
    def is_open(self) -> bool:
        return self.withdrawn is None and self.review.deleted is None
