"""Controls are written at once, and as Django's own templates write them."""

from django import forms
from django.forms.renderers import DjangoTemplates
from django.test import SimpleTestCase

from web.forms import Renderer, plain


class Odd(forms.Form):
    name = forms.CharField(widget=plain(placeholder='a "b" <c>', list="names"), required=True, max_length=20)
    lrv = forms.FloatField(widget=forms.NumberInput(attrs={"step": 0.5, "autofocus": True, "hidden": False}))
    day = forms.DateField(widget=forms.DateInput(attrs={"type": "date"}))
    hour = forms.TimeField(widget=forms.TimeInput())
    mail = forms.EmailField()
    door = forms.CharField(widget=forms.PasswordInput())
    sent = forms.CharField(widget=forms.HiddenInput())
    sky = forms.ChoiceField(choices=[("", "Any"), ("Grey", [("a&b", "Over <cast>"), ("b", "Mist")])])


class Controls(SimpleTestCase):
    def controls(self, renderer, sent):
        form = Odd(sent, initial={"lrv": 41.5, "sky": "b"}, renderer=renderer)
        return {name: "".join(str(form[name]).split()) for name in form.fields}

    def test_as_django_writes_them(self):
        odd = {"name": "<i>\"quay\" & 'loft'</i>", "lrv": "1,5", "day": "2026-02-30", "sky": "a&b", "door": "x"}
        for sent in (None, odd):
            with self.subTest(sent=sent):
                self.assertEqual(self.controls(Renderer(), sent), self.controls(DjangoTemplates(), sent))
