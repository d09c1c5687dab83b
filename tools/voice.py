"""Read what a person reads: the sentences of every screen of the demo, and what is wrong with them.

Run on a database that `manage.py load_demo` filled: `python -m tools.voice` prints faults, `--all` every sentence.
"""

from __future__ import annotations

import os
import re
import sys
from collections import Counter
from dataclasses import dataclass
from html.parser import HTMLParser
from pathlib import Path

ROOT = Path(__file__).parent.parent
AVOIDED = {
    r"\bschools?\b": "method", r"\bcomparators?\b": "comparison colours", r"\bfoils?\b": "contrast colour",
    r"\bpassive\b|\bdominant\b|\ba hint of\b": "no clear undertone, faint, clear, strong",
    r"\bcomes? forward\b|\brecedes?\b|\breads as\b": "pulls, fades, looks", r"\bgreyed\b": "muted",
    r"\bworking neutral\b": "neutral line", r"\bsame to the eye\b|\bto the eye\b": "no visible difference",
    r"\bpulls? against\b|\bpull apart\b": "clashes with", r"\bcomputed\b": "predicted",
    r"\bits board\b": "the sample", r"\bbring (?:it|them) in\b|\bbrought in\b|\bbringing in\b": "import",
    r"\btake up\b|\btaken up\b": "restore, use", r"\bput aside\b": "delete",
    r"\b(?:is|are) said\b|\bw(?:as|ere) taken\b": "who says it, who took it",
    r"\bstands?\b(?! (?:out|on it)\b)|\bwanted\b|\botherwise\b|\breckon": "plain words",
    r"\bwhoever\b|\banew\b|\bmeanwhile\b": "plain words",
    r"\bwhat parts them\b|\bparts most\b|\bparts? from\b": "differ", r"\bhours? that matters?\b": "key times",
    r"\b[Nn]othing (?:here|in this studio) is (?:called )?so\b": "No matches", r"\bworks of\b": "jobs",
}  # fmt: skip
"""Words that a person never sees, and what is said instead."""
SKIPPED = {"script", "style", "svg", "code", "textarea", "option", "noscript", "template", "kbd"}
BLOCKS = {
    "p", "li", "h1", "h2", "h3", "td", "th", "dt", "dd", "label", "button", "a", "summary", "caption", "legend", "div",
    "figcaption", "title", "span", "tr", "section", "form", "fieldset", "nav", "header", "main", "ul", "ol", "dl", "br",
}  # fmt: skip
INLINE = {"a", "span", "button", "label"}
ENDS = re.compile(r"(?<=[.!?…])[”’)]?\s+(?=[A-Z“‘(0-9])")
SHOWN = {
    "compare": ("?show=together",), "alternatives": ("?ask=a+bit+warmer", "?show=shortlist"),
    "light": ("?when=midwinter&sky=clear&hour=16",), "strength": ("?percent=25", "?show=mix"), "whites": ("?gap=30",),
    "palette": ("?show=fabric", "?show=proportions", "?show=use", "?character=opposite"),
    "samples": ("?show=samples", "?show=decide"),
}  # fmt: skip
"""Other parts of steps, by their query."""
MOST, NINE_TENTHS = 24, 16


@dataclass(frozen=True)
class Sentence:
    """A sentence, and the screen on which it stands."""

    text: str
    screen: str

    @property
    def words(self) -> int:
        return len([word for word in self.text.split() if re.search(r"\w", word)])


class _Reader(HTMLParser):
    def __init__(self) -> None:
        super().__init__()
        self.pieces: list[str] = [""]
        self._skip = 0

    def handle_starttag(self, tag: str, attrs: list[tuple[str, str | None]]) -> None:
        if tag in SKIPPED:
            self._skip += 1
        elif tag in BLOCKS - INLINE:
            self.pieces.append("")

    def handle_endtag(self, tag: str) -> None:
        if tag in SKIPPED:
            self._skip = max(0, self._skip - 1)
        elif tag in BLOCKS - INLINE:
            self.pieces.append("")

    def handle_data(self, data: str) -> None:
        if not self._skip:
            self.pieces[-1] += data


def sentences(html: str, screen: str) -> list[Sentence]:
    """Return the sentences of a page's main part: pieces that end like one."""
    body = re.search(r"<main\b.*?</main>", html, re.S)
    reader = _Reader()
    reader.feed(body[0] if body else html)
    sentences = []
    for piece in reader.pieces:
        text = " ".join(piece.replace("\xa0", " ").split())
        sentences += [
            Sentence(part.strip(), screen) for part in ENDS.split(text) if re.search(r"[a-z].*[.!?…]$", part.strip())
        ]
    return sentences


def percentile(values: list[int], share: float) -> int:
    return sorted(values)[min(len(values) - 1, int(share * len(values)))] if values else 0


def faults(sentences: list[Sentence]) -> list[str]:
    """Return what is wrong: too long, two colons or semicolons, avoided words, said twice on one screen."""
    wrong = []
    unique = {sentence.text: sentence for sentence in sentences}.values()
    for sentence in unique:
        if sentence.words > MOST:
            wrong.append(f"{sentence.words} words · {sentence.screen} · {sentence.text}")
        if len(re.findall(r"[:;](?!\d)", sentence.text)) > 1:
            wrong.append(f"two colons · {sentence.screen} · {sentence.text}")
        for pattern, instead in AVOIDED.items():
            if hit := re.search(pattern, sentence.text):
                wrong.append(f"'{hit[0]}', rather {instead} · {sentence.screen} · {sentence.text}")
    for (screen, text), times in Counter(
        (sentence.screen, sentence.text) for sentence in sentences if sentence.words > 4
    ).items():
        if times > 1:
            wrong.append(f"said {times} times · {screen} · {text}")
    at = percentile([sentence.words for sentence in unique], 0.9)
    if at > NINE_TENTHS:
        wrong.append(f"nine in ten sentences have {at} words or fewer, which should be {NINE_TENTHS}")
    return wrong


def screens(client: object, addresses: tuple[str, ...]) -> list[Sentence]:
    """Return the sentences of addresses, as a signed-in client gets them."""
    screens = []
    for address in addresses:
        response = client.get(address, follow=True)  # type: ignore[attr-defined]
        if response.status_code != 200:
            raise ValueError(f"{address}: {response.status_code}")
        screens += sentences(response.content.decode(), address)
    return screens


def addresses(user: object, all_reviews: bool = True) -> tuple[str, ...]:
    """Return the addresses of every screen, and of every part of every step of a user's reviews, or of the first."""
    from e2e.screens import SCREENS, STEPS
    from reviews.models import Review

    reviews = Review.objects.filter(owner=user).order_by("pk").values_list("pk", flat=True)
    steps = [f"/reviews/{pk}/{step}/" for pk in (reviews if all_reviews else reviews[:1]) for step in STEPS]
    parts = [address + shown for address in steps for shown in SHOWN.get(address.split("/")[3], ())]
    return tuple(dict.fromkeys((*SCREENS, *steps, *parts)))


CLIENTS = ("document.html", "article/")
"""Pages of a review that are given out of the studio."""
FIGURES = r"ΔE|L\*|\bLab\b|[Cc]hroma|C\*|Michelson"
"""What a client is not told."""


def given(user: object, most: int | None = None) -> tuple[str, ...]:
    """Return the addresses of what is made of a user's reviews, or of some of them, and jobs for others, and of the
    manual."""
    from jobs.models import Job
    from reviews.models import Review

    reviews = Review.objects.filter(owner=user, deleted=None).order_by("pk").values_list("pk", flat=True)[:most]
    jobs = Job.objects.filter(owner=user, deleted=None).order_by("pk").values_list("pk", flat=True)
    pages = ("document/", *CLIENTS, "showing/slides/", "showing/notes/")
    addresses = [f"/reviews/{pk}/{page}" for pk in reviews for page in pages]
    addresses += [f"/jobs/{pk}/{page}/" for pk in jobs for page in ("orders", "palette", "share", "samples")]
    return (*addresses, "/manual/")


def told_clients(sentences: list[Sentence]) -> list[str]:
    """Return the sentences for clients that hold a figure they cannot use."""
    clients = [sentence for sentence in sentences if sentence.screen.endswith(CLIENTS)]
    return [f"{sentence.screen} · {sentence.text}" for sentence in clients if re.search(FIGURES, sentence.text)]


def main() -> None:
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "studio.settings")
    import django

    django.setup()
    from django.contrib.auth.models import User
    from django.test import Client

    from studio import demo_visit

    client = Client(HTTP_HOST="localhost")
    user = demo_visit.visit() if "--visit" in sys.argv else User.objects.get(username=demo_visit.MODEL)
    client.force_login(user)
    every = (*addresses(user), *given(user))
    sentences = screens(client, every)
    if "--all" in sys.argv:
        for sentence in {sentence.text: sentence for sentence in sentences}.values():
            print(f"{sentence.words:>3} {sentence.screen:<34} {sentence.text}")
    wrong = [*faults(sentences), *told_clients(sentences)]
    print(*wrong, sep="\n")
    print(f"{len({sentence.text for sentence in sentences})} sentences on {len(every)} screens, {len(wrong)} faults")


if __name__ == "__main__":
    main()
