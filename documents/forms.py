"""What a document accepts from the outside."""

from __future__ import annotations

from django import forms

from prism import words

MOST = 4_000


class SectionForm(forms.Form):
    """A section as somebody writes it, a sentence a line."""

    text = forms.CharField(required=False, strip=True, widget=forms.Textarea(attrs={"rows": 6}), label="Sentences")

    def clean_text(self) -> str:
        """Refuse a text that no page holds, and say by how much it is too long."""
        text: str = self.cleaned_data["text"].replace("\r\n", "\n")
        if len(text) > MOST:
            raise forms.ValidationError(words.documents.section_too_long(len(text), MOST))
        return text
