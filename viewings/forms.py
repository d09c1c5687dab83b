"""What a viewing accepts from the outside."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import UUID

from django import forms
from django.utils import timezone

from prism import words
from prism.viewing.scales import HUES, NO_UNDERTONE, SCALES, STEPS
from viewings.models import UNDERTONES, Viewing
from web.forms import NumberField, laid_out, plain

INLINE = laid_out("inline")
KEPT_AT_MOST = timedelta(days=60)
"""How long an answer may have waited for a connection."""


@dataclass(frozen=True)
class Scale:
    """A scale as it is answered: its name, what its ends are called, and its steps, (value, label, whether chosen)."""

    name: str
    low: str
    high: str
    steps: list[tuple[int, str, bool]]


class LogForm(forms.Form):
    """What was seen: the undertone, steps by scale, words, an answer, and the light. `lrv` is that of the board, since
    a light red is called a pink."""

    undertone = forms.ChoiceField(choices=[("", ""), *UNDERTONES], required=False)
    words = forms.CharField(
        required=False, max_length=1000, label="In your words",
        widget=forms.Textarea(attrs={"rows": 2, "placeholder": "in your words"}),
    )  # fmt: skip
    answer = forms.ChoiceField(choices=Viewing.Answer.choices)
    sky = forms.ChoiceField(
        choices=[("overcast", "overcast"), ("clear", "clear")], required=False, label="Sky", **INLINE
    )
    lamps_on = forms.BooleanField(required=False, label="lamps on", **INLINE)
    lux = NumberField(
        low=0.1, high=200_000, required=False, called="lux", label="Lux", widget=plain(size="6"), **INLINE
    )
    sent = forms.UUIDField()
    looked = forms.DateTimeField(required=False)

    def __init__(self, data: Any = None, initial: dict[str, Any] | None = None, lrv: float = 0.0) -> None:
        super().__init__(data, initial=initial)
        self._lrv = lrv
        for name in SCALES:
            self.fields[name] = forms.TypedChoiceField(
                choices=[(str(step), str(step)) for step in STEPS], coerce=int, required=False, empty_value=None
            )

    @property
    def scales(self) -> list[Scale]:
        scales = []
        for name in SCALES:
            low, high = words.viewing.SCALE_ENDS[name]
            chosen = str(self.data.get(name, "")) if self.is_bound else ""
            steps = [(step, words.viewing.step_word(name, step), chosen == str(step)) for step in STEPS]
            scales.append(Scale(name, low, high, steps))
        return scales

    @property
    def undertones(self) -> list[tuple[str, str, bool]]:
        chosen = str(self.data.get("undertone", "")) if self.is_bound else ""
        return [(key, words.viewing.undertone_seen(key, self._lrv), key == chosen) for key in (NO_UNDERTONE, *HUES)]

    def clean(self) -> dict[str, Any]:
        """Refuse an answer that says nothing of what was seen."""
        data = super().clean() or {}
        answered = data.get("words") or data.get("undertone")
        if not answered and all(data.get(name) is None for name in SCALES):
            raise forms.ValidationError(words.viewing.SEEN_WRONG)
        return data

    @property
    def seen(self) -> dict[str, int]:
        return {name: self.cleaned_data[name] for name in SCALES if self.cleaned_data.get(name) is not None}

    def looked_at(self, now: datetime) -> datetime:
        """Return when somebody looked: what was kept without a connection says so; now where it does not, or the clock
        of the phone cannot be right."""
        looked: datetime | None = self.cleaned_data["looked"]
        return looked if looked is not None and now - KEPT_AT_MOST <= looked <= now else now

    @property
    def key(self) -> UUID:
        sent: UUID = self.cleaned_data["sent"]
        return sent


MOST_STEPS = 7 * 24 * 60


class ClockField(forms.DateTimeField):
    """A date and an hour as a clock shows them, of whatever zone: also an hour that the server's own clock skips or has
    twice."""

    def to_python(self, value: Any) -> datetime | None:
        with timezone.override(UTC):
            return super().to_python(value)


class MoveForm(forms.Form):
    """To where a viewing is moved, by the clocks of its room: to a moment, to another day at the same hour, or by so
    many days and minutes."""

    at = ClockField(input_formats=["%Y-%m-%dT%H:%M"], required=False)
    day = forms.DateField(required=False)
    days = forms.IntegerField(min_value=-31, max_value=31, required=False)
    minutes = forms.IntegerField(min_value=-MOST_STEPS, max_value=MOST_STEPS, required=False)

    def clean(self) -> dict[str, Any]:
        data = super().clean() or {}
        if not any(data.get(name) for name in self.fields):
            raise forms.ValidationError(words.viewing.MOVE_WRONG)
        return data

    def moment(self, now: datetime) -> datetime:
        """Return where it is moved to from a moment, both by the clocks of the room and without their zone."""
        data = self.cleaned_data
        if data["at"]:
            wanted: datetime = data["at"].replace(tzinfo=None)
            return wanted
        day = data["day"] or now.date()
        by = timedelta(days=data["days"] or 0, minutes=data["minutes"] or 0)
        return datetime.combine(day, now.time()) + by
