"""What Compare accepts from the outside."""

from __future__ import annotations

from django import forms

from prism import words
from prism.comparison import NOTHING_SEEN


class SeenForm(forms.Form):
    """What a person sees of the subject beside a board, and in which light."""

    seen = forms.MultipleChoiceField(
        choices=[(word, word) for word in (*words.walks.SEEN_CHOICES, NOTHING_SEEN)],
        error_messages={"required": words.walks.choose_something()},
    )
    note = forms.CharField(required=False, max_length=400)
    light = forms.CharField(required=False, max_length=80)

    def clean_seen(self) -> list[str]:
        """Return the directions seen; nothing and something exclude each other."""
        seen: list[str] = self.cleaned_data["seen"]
        if NOTHING_SEEN in seen and len(seen) > 1:
            raise forms.ValidationError(words.walks.both_kinds())
        return seen
