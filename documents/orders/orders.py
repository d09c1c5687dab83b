"""The orders of a job: paint that is decided, and sample pots for what is not, by who makes them."""

from __future__ import annotations

from dataclasses import dataclass, field
from urllib.parse import quote, urlencode

from django.contrib.auth.models import User
from django.utils.text import slugify

from decks.models import Colour
from documents.job_samples.job import JobBoard, boards_alone
from jobs.models import Job
from jobs.whole_home import Total, WholeHome
from people.queries import studio_of
from prism import words


@dataclass(frozen=True)
class Line:
    """A paint or a pot: the colour, what it is called at a counter, its finish, how much, and what else to know."""

    colour: Colour
    called: str
    finish: str
    amount: str
    more: tuple[str, ...]

    @property
    def text(self) -> str:
        return words.orders.order_line(self.called, self.finish, self.amount, self.more)


@dataclass
class Order:
    """What is wanted of one maker; of none for colours that a counter mixes from what is told of them."""

    maker: str
    heading: list[str]
    paint: list[Line] = field(default_factory=list)
    pots: list[Line] = field(default_factory=list)

    @property
    def slug(self) -> str:
        return slugify(self.maker) or "other"

    @property
    def title(self) -> str:
        return words.orders.order_title(self.maker)

    @property
    def text(self) -> str:
        paint, pots = ([line.text for line in lines] for lines in (self.paint, self.pots))
        return words.orders.order_text(self.title, "\n".join(self.heading), paint, pots)

    @property
    def letter(self) -> str:
        """An address that opens the text as a letter in the person's own mail program."""
        return "mailto:?" + urlencode({"subject": self.title, "body": self.text}, quote_via=quote)


def orders_of(user: User, job: Job, home: WholeHome | None = None) -> list[Order]:
    """Return the orders of a job by maker, those without one last."""
    home, boards = home or WholeHome(user, job), boards_alone(job)
    studio = studio_of(user)
    heading = words.orders.order_from(studio.name, studio.lines, job.title)
    orders: dict[str, Order] = {}

    def order(maker: str) -> Order:
        return orders.setdefault(maker, Order(maker, heading))

    for total in home.totals:
        if total.is_decided:
            order(total.colour.maker_name).paint.append(_paint(total))
    for board in boards:
        order(board.colour.maker_name).pots.append(_pot(home, board))
    return sorted(orders.values(), key=lambda order: (not order.maker, order.maker))


def _paint(total: Total) -> Line:
    more = words.orders.goes_on(total.where), words.orders.recipe_ordered(total.recipe)
    return Line(
        total.colour,
        words.orders.called_at_counter(total.colour.code, total.colour.name),
        words.orders.finish_ordered(total.sheen, total.paint),
        words.orders.amount_ordered(total.bought, total.litres, total.sentence),
        tuple(filter(None, more)),
    )


def _pot(home: WholeHome, board: JobBoard) -> Line:
    amount = words.orders.amount_ordered(home.bought(board.litres), board.litres)
    called = words.orders.called_at_counter(board.colour.code, board.name)
    return Line(board.colour, called, "", amount, (words.orders.needed(board.litres),))
