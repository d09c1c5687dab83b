"""What a browser would send of a form that nobody touched, read from the page itself."""

from __future__ import annotations

from html.parser import HTMLParser


class _Forms(HTMLParser):
    """Collects the values of the first form that holds a field of a certain name."""

    def __init__(self) -> None:
        super().__init__()
        self.forms: list[dict[str, list[str]]] = []
        self.actions: list[tuple[str, str]] = []
        self._select = self._area = ""
        self._options: list[tuple[str, bool]] = []

    def handle_starttag(self, tag, attrs):
        at = dict(attrs)
        if tag == "form":
            self.forms.append({})
            self.actions.append((at.get("method", "get"), at.get("action", "")))
        if not self.forms:
            return
        name, sent = at.get("name", ""), self.forms[-1]
        if tag == "input" and name and at.get("type") not in ("submit", "file"):
            ticks = at.get("type") in ("checkbox", "radio")
            sent.setdefault(name, [])
            if not ticks or "checked" in at:
                sent[name].append(at.get("value") or ("on" if ticks else ""))
        elif tag == "select":
            self._select, self._options = name, []
        elif tag == "option" and self._select:
            self._options.append((at.get("value") or "", "selected" in at))
        elif tag == "textarea":
            self._area = name
            sent[name] = [""]

    def handle_data(self, data):
        if self._area and self.forms:
            self.forms[-1][self._area][0] += data

    def handle_endtag(self, tag):
        if tag == "textarea":
            self._area = ""
        elif tag == "select" and self._select:
            chosen = [value for value, selected in self._options if selected] or [v for v, _ in self._options[:1]]
            self.forms[-1][self._select] = chosen
            self._select = ""


def forms_of(page):
    """Return the forms of a page: method, address, and what each would send if nobody touched it."""
    parser = _Forms()
    parser.feed(page.content.decode())
    return [(*action, sent) for action, sent in zip(parser.actions, parser.forms, strict=True)]


def untouched(page, field="begun"):
    """Return what the form of a page that holds a field would send, name to values."""
    parser = _Forms()
    parser.feed(page.content.decode())
    return next(form for form in parser.forms if field in form)
