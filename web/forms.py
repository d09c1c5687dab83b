"""Fields that people type into."""

from __future__ import annotations

from typing import Any

from django import forms
from django.forms.renderers import TemplatesSetting
from django.http import HttpRequest
from django.utils.html import conditional_escape, format_html
from django.utils.safestring import SafeString, mark_safe

from prism import messages, sizes, words
from prism.numbers import AmbiguousError, typed


def number_typed(label: str, text: str) -> float:
    """Return a number as its person writes numbers. Raises `ValidationError`."""
    try:
        return typed(text)
    except AmbiguousError as wrong:
        raise forms.ValidationError(messages.faults.ambiguous_number(label, text, wrong.readings)) from None
    except ValueError:
        raise forms.ValidationError(messages.faults.not_a_number(label, text)) from None


class NumberField(forms.CharField):
    """A number typed with a point or a comma, `low` to `high`; None where it may be left empty and is."""

    def __init__(self, *, low: float, high: float, called: str = "", **kwargs: Any) -> None:
        kwargs.setdefault("max_length", 60)
        super().__init__(**kwargs)
        self.low, self.high, self.called = low, high, called
        self.widget.attrs.setdefault("inputmode", "decimal")

    def clean(self, value: Any) -> float | None:
        """Return the number. Raises `ValidationError` naming it and its range."""
        text = str(super().clean(value) or "").strip()
        if not text:
            return None
        label = self.called or str(self.label or "The number")
        number = self.typed(label, text)
        if not self.low <= number <= self.high:
            shown, low, high = (number_typed / self.unit for number_typed in (number, self.low, self.high))
            raise forms.ValidationError(messages.faults.out_of_range(label, shown, low, high))
        return number

    @property
    def unit(self) -> float:
        return 1.0

    def typed(self, label: str, text: str) -> float:
        """Return what was typed, as it is kept. Raises `ValidationError`."""
        return number_typed(label, text)

    def prepare_value(self, value: Any) -> Any:
        """Return a number without needless digits, and what was typed as it was typed."""
        return words.text.plain_figure(value) if isinstance(value, float) else value


class SizeField(NumberField):
    """A size, kept in metres, square metres or litres; typed in the person's own unit, or with any other.

    `low` and `high` are metric. `kept` is the size as it stands: left as it is shown, it stays to the last digit.
    """

    kept: float | None = None

    def __init__(self, *, kind: str = "length", **kwargs: Any) -> None:
        super().__init__(**kwargs)
        self.kind = kind

    def clean(self, value: Any) -> float | None:
        """Return the size. Raises `ValidationError` naming it and its range."""
        if self.kept is not None and str(value or "").strip() == self.prepare_value(self.kept):
            return self.kept
        return super().clean(value)

    @property
    def unit(self) -> float:
        """The person's own unit, in metres, square metres or litres."""
        return sizes.factor(self.kind)

    def typed(self, label: str, text: str) -> float:
        """Return the size that was typed. Raises `ValidationError`."""
        try:
            return sizes.read(text, self.kind)
        except AmbiguousError as wrong:
            raise forms.ValidationError(messages.faults.ambiguous_number(label, text, wrong.readings)) from None
        except ValueError:
            raise forms.ValidationError(words.sizes.size_wrong(label, text, self.kind)) from None

    def prepare_value(self, value: Any) -> Any:
        return words.sizes.as_size(value, self.kind) if isinstance(value, float) else value


class ManyField(forms.ModelMultipleChoiceField):  # type: ignore[type-arg]
    """Several records; a number that is no record's at all, since it is too large for one, is said to be none."""

    def clean(self, value: Any) -> Any:
        """Return the records. Raises `ValidationError`."""
        try:
            return super().clean(value)
        except OverflowError:
            raise forms.ValidationError(self.error_messages["invalid_choice"], params={"value": value[0]}) from None


class Sized:
    """What makes a form show its sizes in the person's units, and name them in its labels."""

    fields: dict[str, forms.Field]

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        for name, field in self.fields.items():
            if isinstance(field, SizeField):
                initial = self.get_initial_for_field(field, name)  # type: ignore[attr-defined]
                field.kept = initial if isinstance(initial, float) else None
                field.label = words.sizes.with_unit(str(field.label), field.kind)


class SizedForm(Sized, forms.Form):
    """A form with sizes."""


class Renderer(TemplatesSetting):
    """Renders fields by the templates of `web/`: a label, the control, what is wrong beside it, and a word of help."""

    field_template_name = "web/field.html"

    def render(self, template_name: str, context: dict[str, Any], request: HttpRequest | None = None) -> str:
        """Render a template; plain controls at once, since Django's take several templates for each."""
        if template_name == forms.Select.template_name:
            return _select(context["widget"])
        if template_name in _INPUTS:
            return _input(context["widget"])
        return super().render(template_name, context, request)


def _attributes(attrs: dict[str, Any]) -> SafeString:
    attributes = [(name, value) for name, value in attrs.items() if value is not False]
    return mark_safe("".join(format_html(" {}" if v is True else ' {}="{}"', n, v) for n, v in attributes))


_INPUTS = {kind.template_name for kind in (forms.TextInput, forms.NumberInput, forms.HiddenInput, forms.DateInput,
                                           forms.TimeInput, forms.EmailInput, forms.PasswordInput)}  # fmt: skip
"""Templates of controls that are one `input`."""


def _input(widget: dict[str, Any]) -> SafeString:
    """Return a control to write into, as Django's own templates write it."""
    value = {} if widget["value"] is None else {"value": str(widget["value"])}
    told = {"type": widget["type"], "name": widget["name"]} | value | widget["attrs"]
    return format_html("<input{}>", _attributes(told))


def _select(widget: dict[str, Any]) -> SafeString:
    """Return a list to choose from, as Django's own templates write it."""
    made = []
    for group, options, _ in widget["optgroups"]:
        inner = mark_safe("\n".join(map(_option, options)))
        made.append(format_html('<optgroup label="{}">\n{}\n</optgroup>', group, inner) if group else inner)
    told = {"name": widget["name"]} | widget["attrs"]
    return format_html("<select{}>\n{}\n</select>", _attributes(told), mark_safe("\n".join(made)))


def _option(option: dict[str, Any]) -> str:
    value, label = (conditional_escape(option[part]) for part in ("value", "label"))
    return f'<option value="{value}"{_attributes(option["attrs"]) if option["attrs"] else ""}>{label}</option>'


def laid_out(name: str) -> dict[str, Any]:
    """Return what lays a field out by another template of `web/`."""
    return {"template_name": f"web/{name}.html"}


def plain(**attrs: Any) -> forms.TextInput:
    return forms.TextInput(attrs={"autocomplete": "off", **attrs})
