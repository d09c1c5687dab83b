"""An article about a colour, made from its review: figures and pairs, and nothing of a client, a room or a job."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from copy import copy
from dataclasses import dataclass, field
from functools import cached_property, partial

from django.utils import timezone

from documents.content import Content
from documents.swatch_picture import Captioned, swatches_png
from people.queries import studio_of
from prism import words
from prism.comparison import compare
from reviews.context import ReviewContext, SwatchView
from reviews.context.figures import Phrases
from reviews.models import Review
from steps.alternatives.reads import Placing
from steps.base import StepRequest
from steps.compare.reads import pair_text
from steps.light.page import LightPage
from steps.whites.page import WhitesPage
from web.settled import Page

PICTURE = (1_200, 630)
MOST_PAIRS, MOST_WHITES, MOST_ROUND_UP = 3, 3, 12


@dataclass(frozen=True)
class Picture:
    """A picture of an article: the name of its file, its alternative text, what makes the file, and what stands
    below."""

    name: str
    text: str
    png: Callable[[], bytes]
    caption: str = ""


@dataclass(frozen=True)
class Part:
    """A part of an article: title, paragraphs, a list, and pictures."""

    key: str
    title: str
    paragraphs: tuple[str, ...] = ()
    items: tuple[str, ...] = ()
    pictures: tuple[Picture, ...] = ()


@dataclass(frozen=True)
class Entry:
    """A colour of a round-up: its review and that of its neighbour, its name, its two sentences, and the picture of
    both."""

    number: int
    neighbour: int
    name: str
    sentences: tuple[str, ...]
    picture: Picture
    facts: dict[str, object] = field(default_factory=dict)


class Article(Page):
    """What is published of one review."""

    unsettled = ("context", "studio", "maker", "pictures", "facts")

    def __init__(self, review: Review) -> None:
        self.number = review.pk
        self.context = ReviewContext(without_client(review))
        self.subject = self.context.subject
        self._content = Content(self.context)

    @property
    def waits(self) -> str:
        """Why there is nothing to publish yet; empty where there is."""
        return self.context.wall.waits

    @property
    def name(self) -> str:
        return self.subject.colour.name

    @property
    def maker(self) -> str:
        return self.subject.colour.maker_name

    @property
    def title(self) -> str:
        return words.articles.article_title(self.name, self._content.headline)

    @cached_property
    def studio(self) -> str:
        return studio_of(self.subject.owner).name

    @property
    def byline(self) -> str:
        return words.articles.written_by(self.studio, words.habits.day(timezone.localdate()))

    @cached_property
    def parts(self) -> list[Part]:
        made = [self._is(), self._undertone(), self._alternatives(), self._light(), self._whites(), self._palette(),
                self._use(), self._sample()]  # fmt: skip
        return [part for part in made if part.paragraphs or part.items or part.pictures]

    @property
    def pictures(self) -> list[Picture]:
        return [picture for part in self.parts for picture in part.pictures]

    def picture(self, name: str) -> Picture | None:
        return next((picture for picture in self.pictures if picture.name == name), None)

    @property
    def facts(self) -> dict[str, object]:
        """What a machine reads of it, as JSON-LD by the words of schema.org."""
        reading = self.subject.reading
        figures = {"LRV": round(reading.lrv, 1), "undertone": reading.undertone.main or "none",
                   "temperature": reading.temperature.word, "screen value": self.subject.stimulus.screen}  # fmt: skip
        return {
            "@context": "https://schema.org",
            "@type": "Article",
            "headline": self.title,
            "datePublished": timezone.localdate().isoformat(),
            "author": {"@type": "Organization", "name": self.studio},
            "about": {
                "@type": "Product", "name": self.name, "sku": self.subject.colour.code,
                "brand": {"@type": "Brand", "name": self.maker}, "color": self.subject.stimulus.screen,
                "additionalProperty": [
                    {"@type": "PropertyValue", "name": key, "value": value} for key, value in figures.items()
                ],
            },
            "image": [picture.name for picture in self.pictures],
        }  # fmt: skip

    # --- parts ---

    def _is(self) -> Part:
        subject, colour = self.subject, self.subject.colour
        phrases = Phrases(subject)
        described = [words.consultation.described(self.name, subject.reading), phrases.temperature]
        lines = [" ".join(filter(None, described)), words.articles.by_maker(self.name, self.maker, colour.code)]
        text = words.articles.swatch_picture_text(self.name, self.maker, subject.reading.lrv)
        return Part("is", words.articles.ARTICLE_TITLES["is"], tuple(lines), pictures=(self._swatch("colour", text),))

    def _swatch(self, name: str, text: str) -> Picture:
        shown = Captioned(self.subject.stimulus.screen, self.name, self.subject.colour.maker_and_code)
        return Picture(f"{name}.png", text, partial(swatches_png, [shown], PICTURE))

    def next_to(self, other: Article) -> Picture:
        """Return the colour and that of another article edge to edge."""
        return self.beside(self.context.decks.fetch(other.subject.colour), "pair", "")

    def beside(self, swatch: SwatchView, name: str, said: str) -> Picture:
        """Return the colour and another edge to edge."""
        own = Captioned(self.subject.stimulus.screen, self.name)
        other = Captioned(swatch.colour.screen, swatch.title or swatch.name, swatch.label)
        text = words.articles.pair_picture_text(own.name, other.name)
        return Picture(f"{name}.png", text, partial(swatches_png, [own, other], PICTURE, edge_to_edge=True), said)

    @cached_property
    def _near(self) -> list[SwatchView]:
        """The near-identical colours in which a hue can be told, the nearest first."""
        method, own = self.subject.method, self.subject.reading
        guide = self.context.set.guide
        telling = [swatch for swatch in guide if any(compare(own, swatch.reading, method).hue_words)] or guide
        return sorted(telling, key=lambda held: held.delta_e)[:MOST_PAIRS]

    def _undertone(self) -> Part:
        pictures = [
            self.beside(swatch, f"pair-{i}", pair_text(self.context, swatch)) for i, swatch in enumerate(self._near, 1)
        ]
        sentences = (self.context.set.support_text,)
        return Part("undertone", words.articles.ARTICLE_TITLES["undertone"], sentences, pictures=tuple(pictures))

    def _alternatives(self) -> Part:
        return Part(
            "alternatives", words.articles.ARTICLE_TITLES["alternatives"], items=tuple(Placing(self.context).sentences)
        )

    def _light(self) -> Part:
        return Part(
            "light", words.articles.ARTICLE_TITLES["light"], items=tuple(LightPage(StepRequest(self.context)).rules)
        )

    def _whites(self) -> Part:
        page = WhitesPage(StepRequest(self.context))
        if not page.lines:
            return Part("whites", words.articles.ARTICLE_TITLES["whites"])
        best, *others = page.lines[:MOST_WHITES]
        picture = self.beside(best.held, "white", words.whites.white_chosen(best.held.name, best.white, page.at.gap))
        items = tuple(words.articles.next_white(line.held.name, line.rank) for line in others)
        return Part("whites", words.articles.ARTICLE_TITLES["whites"], items=items, pictures=(picture,))

    def _palette(self) -> Part:
        boards = self._content.palette_boards
        if not boards:
            return Part("palette", words.articles.ARTICLE_TITLES["palette"])
        shown = [Captioned(self.subject.stimulus.screen, self.name)]
        shown += [Captioned(board.screen, board.name, board.caption) for board in boards]
        text = words.articles.palette_picture_text([swatch.name for swatch in shown])
        picture = Picture("palette.png", text, partial(swatches_png, shown, PICTURE))
        return Part("palette", words.articles.ARTICLE_TITLES["palette"], pictures=(picture,))

    def _use(self) -> Part:
        lines = (*self._content.good_use, *self._content.bad_use)
        return Part("use", words.articles.ARTICLE_TITLES["use"], lines)

    def _sample(self) -> Part:
        return Part("sample", words.articles.ARTICLE_TITLES["sample"], items=words.articles.TRY_IT)


def without_client(review: Review) -> Review:
    """Return a review as it would be without a client: in no room, without anything that was written."""
    bare = copy(review)
    bare.room = None
    bare.verdict = bare.notes = bare.intake_notes = ""
    bare.names_shown = True
    return bare


class RoundUp(Page):
    """Up to twelve colours, from the lightest to the deepest, each in two sentences beside its neighbour."""

    unsettled = ("articles",)

    def __init__(self, articles: Sequence[Article], title: str) -> None:
        if not 1 < len(articles) <= MOST_ROUND_UP:
            raise ValueError(f"{len(articles)} articles")
        self.title = title
        self.articles = sorted(articles, key=lambda article: -article.subject.reading.lrv)

    @property
    def intro(self) -> str:
        families = {article.subject.reading.family.word for article in self.articles}
        return words.articles.round_up_intro(len(self.articles), families.pop() if len(families) == 1 else "")

    @cached_property
    def entries(self) -> list[Entry]:
        entries = []
        for at, article in enumerate(self.articles):
            beside = self.articles[at + 1] if at + 1 < len(self.articles) else self.articles[at - 1]
            swatch = article.context.decks.fetch(beside.subject.colour)
            sentence = pair_text(article.context, swatch)
            sentences = (words.documents.document_headline(article.name, article.subject.reading, []), sentence)
            picture = article.beside(swatch, f"colour-{at + 1}", sentence)
            entries.append(Entry(article.number, beside.number, article.name, sentences, picture, article.facts))
        return entries
