"""Inviting, joining, naming the studio."""

from __future__ import annotations

from typing import Any

from django import forms
from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.contrib.auth.validators import UnicodeUsernameValidator

from people.models import Member, Role
from prism import words
from web.forms import laid_out, plain
from web.pictures import PictureError, cleaned

PICTURE_LONGEST, PICTURE_MOST = 900, 900_000


class InviteForm(forms.Form):
    name = forms.CharField(max_length=80, label="Name", widget=plain())
    role = forms.ChoiceField(choices=Role.choices, initial=Role.SPECIALIST, label="Role")


class StudioForm(forms.Form):
    """The studio's name, and what stands on documents for clients beside it."""

    name = forms.CharField(max_length=80, label="Name of the studio", widget=plain())
    letterhead = forms.CharField(
        max_length=300, required=False, label="Letterhead", widget=forms.Textarea(attrs={"rows": 3}),
        help_text="address and telephone, a line each",
    )  # fmt: skip
    file = forms.FileField(
        required=False, label="Picture", widget=forms.FileInput(attrs={"accept": "image/jpeg,image/png,image/webp"}),
        **laid_out("file"),
    )  # fmt: skip
    without = forms.BooleanField(required=False, label="no picture", **laid_out("inline"))
    terms = forms.CharField(
        max_length=600, required=False, label="Terms and fees", widget=forms.Textarea(attrs={"rows": 3}),
        help_text="a few lines at the foot of what clients are given",
    )  # fmt: skip

    def clean_file(self) -> bytes | None:
        """Return the picture written anew; refuse what is none."""
        upload = self.cleaned_data["file"]
        try:
            return cleaned(upload, PICTURE_LONGEST, PICTURE_MOST) if upload else None
        except PictureError as wrong:
            raise forms.ValidationError(str(wrong)) from None


class RoleForm(forms.Form):
    role = forms.ChoiceField(choices=Role.choices)


class DetailForm(forms.ModelForm):  # type: ignore[type-arg]
    """How much somebody is shown."""

    class Meta:
        model = Member
        fields = ("detail",)


class HabitsForm(forms.ModelForm):  # type: ignore[type-arg]
    """How somebody writes numbers, sizes and dates, on which paper they print, and whether one letter is a command."""

    class Meta:
        model = Member
        fields = ("units", "decimal", "dates", "paper", "keys", "detail")
        labels = words.people.HABIT_LABELS


def _password() -> forms.PasswordInput:
    return forms.PasswordInput(attrs={"autocomplete": "new-password"})


class JoinForm(forms.Form):
    """The account of somebody who was invited."""

    username = forms.CharField(
        max_length=150, label="User name", widget=plain(), validators=[UnicodeUsernameValidator()]
    )
    password1 = forms.CharField(label="Password", help_text=words.people.PASSWORD_HINT, strip=False, widget=_password())
    password2 = forms.CharField(label="Password again", strip=False, widget=_password())

    def clean_username(self) -> str:
        name = str(self.cleaned_data["username"])
        if User.objects.filter(username__iexact=name).exists():
            raise forms.ValidationError(words.people.user_name_taken(name))
        return name

    def clean(self) -> dict[str, Any]:
        """Refuse two passwords that differ, and one that is easily guessed."""
        data = super().clean() or {}
        first, second = data.get("password1"), data.get("password2")
        if first and second and first != second:
            self.add_error("password2", words.people.PASSWORDS_DIFFER)
        elif first:
            try:
                validate_password(first, User(username=data.get("username", "")))
            except forms.ValidationError as wrong:
                self.add_error("password1", wrong)
        return data
