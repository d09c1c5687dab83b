"""The command line: `python -m prism COMMAND`, where COMMAND is one of those that `--help` lists."""

from __future__ import annotations

import argparse
import os
import sys

import shtab

from prism import __version__, demo, method
from prism.commands import decks
from prism.commands.arguments import Parser, fail
from prism.commands.lighting import SKIES, USUAL_HOURS, run_light
from prism.commands.palette import run_scheme, run_whites
from prism.commands.reading import run_beside, run_compare, run_delta_e, run_place, run_read
from prism.commands.tinting import run_formula, run_mix, run_recipe, run_strength
from prism.commands.training import run_exercise
from prism.formats.deck import DeckFileError
from prism.light.day import LAMPS
from prism.light.view import STANDS
from prism.method.checks import CHARACTERS
from prism.numbers import is_number
from prism.reading import NEUTRALS
from prism.training.exercise import Kind

EXAMPLES = (
    "read '#C4CBC9' lab:80,-2,3 H16.3 --json",
    "read A1 --studio deck.csv",
    "compare H16.3 HW03",
    "delta-e pairs.csv",
    "beside H16.3",
    "place H16.3 --school even",
    "strength H16.3 -50 -25 25",
    "mix H16.3 T05.4 --parts 2:1",
    "recipe lab:84,-1,4",
    "formula H16.3 -25 --can quart",
    "whites H16.3 --gap 12 --with HW03",
    "scheme H16.3 --character opposite",
    "light room.json H16.3 --hours 9,12,15.5",
    "exercise warmer --seed 4 --apart 2",
    "completion bash > ~/.local/share/bash-completion/completions/prism",
)
A_COLOUR = "A colour is #RRGGBB, lab:L,a,b, lab50:L,a,b, spectrum:FILE.csv or a code of the deck; `-`: one a line."
SHORT = "With `alias prism='python -m prism'` a shell can complete them: see `completion`."


def _examples(of: str = "") -> str:
    lines = [f"  python -m prism {line}" for line in EXAMPLES if not of or line.split()[0] == of]
    return "\n".join(["examples:", *lines, *([] if of else ["", A_COLOUR, SHORT])])


def run_completion(args: argparse.Namespace) -> None:
    """Print what a shell needs to complete commands and options."""
    print(shtab.complete(build_parser(), args.shell))


def build_parser() -> argparse.ArgumentParser:
    parser = Parser(
        prog="prism", description="Read, compare and adjust paint colours.", epilog=_examples(),
        formatter_class=argparse.RawDescriptionHelpFormatter,
    )  # fmt: skip
    parser.add_argument("--version", action="version", version=f"prism {__version__}")
    commands = parser.add_subparsers(dest="command", required=True, parser_class=Parser)
    shared = Parser(add_help=False)
    shared.add_argument("--json", action="store_true", help="print JSON")
    shared.add_argument("--studio", metavar="FILE", help="look in a deck that a studio gave out, CSV or JSON")
    judged = Parser(add_help=False)
    judged.add_argument(
        "--method", "--school", dest="method", default=method.DEFAULT, help=f"one of {', '.join(method.names())}"
    )
    judged.add_argument("--neutral", choices=NEUTRALS, default="painted")

    command = commands.add_parser("read", parents=[shared, judged], help="what is this colour?")
    command.add_argument("colours", nargs="+", metavar="COLOUR|-")
    command.set_defaults(run=run_read)
    command = commands.add_parser("compare", parents=[shared, judged], help="what does A show beside B?")
    command.add_argument("first", metavar="A|-")
    command.add_argument("second", nargs="?", metavar="B")
    command.add_argument("--one-maker", action="store_true", help="the two come from one maker, and share errors")
    command.set_defaults(run=run_compare)
    command = commands.add_parser("delta-e", parents=[shared], help="ΔE00 of pairs in a CSV file")
    command.add_argument("file", metavar="FILE|-")
    command.set_defaults(run=run_delta_e)
    command = commands.add_parser("strength", parents=[shared, judged], help="a demo colour lighter or darker")
    command.add_argument("code", metavar="CODE")
    command.add_argument("percents", nargs="+", metavar="P")
    command.set_defaults(run=run_strength)
    command = commands.add_parser("beside", parents=[shared, judged], help="which boards to hold beside a colour")
    command.add_argument("colour", metavar="COLOUR")
    command.set_defaults(run=run_beside)
    command = commands.add_parser("place", parents=[shared, judged], help="what stands on either side of a colour")
    command.add_argument("colour", metavar="COLOUR")
    command.set_defaults(run=run_place)
    command = commands.add_parser("mix", parents=[shared, judged], help="two demo colours stirred together")
    command.add_argument("first", metavar="A")
    command.add_argument("second", metavar="B")
    command.add_argument("--parts", default="1:1", help="by volume, as 2:1")
    command.set_defaults(run=run_mix)
    command = commands.add_parser("recipe", parents=[shared], help="recipes that make colours, estimated")
    command.add_argument("colours", nargs="+", metavar="COLOUR|-")
    command.set_defaults(run=run_recipe)
    command = commands.add_parser("formula", parents=[shared], help="what the counter dispenses for a demo colour")
    command.add_argument("code", metavar="CODE")
    command.add_argument("percent", nargs="?", default="0", metavar="P")
    command.add_argument("--can", choices=[can.key for can in demo.tint_system().cans], default="gallon")
    command.set_defaults(run=run_formula)
    command = commands.add_parser("whites", parents=[shared, judged], help="the deck's whites, ranked beside a colour")
    command.add_argument("colour", metavar="COLOUR")
    command.add_argument("--gap", metavar="POINTS", help="LRV points between wall and white; the method's by default")
    command.add_argument("--with", dest="there", nargs="+", default=[], metavar="CODE", help="whites already there")
    command.set_defaults(run=run_whites)
    command = commands.add_parser("scheme", parents=[shared, judged], help="schemes of the deck round a colour")
    command.add_argument("colour", metavar="COLOUR")
    command.add_argument("--character", choices=CHARACTERS)
    command.add_argument(
        "--carries", nargs="+", default=[], metavar="COLOUR", help="what stays, or the three colours of a reference"
    )
    command.set_defaults(run=run_scheme)
    command = commands.add_parser("light", parents=[shared, judged], help="what colours read as in a room, by the hour")
    command.add_argument("room", metavar="ROOM", help="a file of JSON, or a sentence in quotes")
    command.add_argument("colours", nargs="+", metavar="COLOUR")
    command.add_argument("--date", metavar="2026-06-21", help="today where it is left out")
    command.add_argument("--hours", default=USUAL_HOURS, help="local clock hours with commas between")
    command.add_argument("--sky", choices=tuple(SKIES), default="clear")
    command.add_argument("--picture", metavar="OUT.png", help="draw the room too; several hours make numbered files")
    command.add_argument("--stand", choices=STANDS, default=STANDS[0], help="where the picture is looked at from")
    command.add_argument("--lamps", choices=LAMPS, default="auto", help="auto: lit while the sun is low or down")
    command.set_defaults(run=run_light)
    command = commands.add_parser("exercise", parents=[shared, judged], help="a wall to train the eye with, and why")
    command.add_argument("kind", metavar="KIND", choices=tuple(Kind), help=", ".join(Kind))
    command.add_argument("--seed", type=int, default=0, metavar="N", help="the same one makes the same wall")
    command.add_argument("--apart", default="3", metavar="ΔE00", help="how hard: by how much what is asked is apart")
    command.set_defaults(run=run_exercise)
    command = commands.add_parser("completion", help="what a shell needs to complete commands and options")
    command.add_argument("shell", choices=shtab.SUPPORTED_SHELLS)
    command.set_defaults(run=run_completion, studio=None)
    for name, command in commands.choices.items():
        command.epilog, command.formatter_class = _examples(name), argparse.RawDescriptionHelpFormatter
    return parser


def main(argv: list[str] | None = None) -> None:
    """Run the command line."""
    # a negative percentage is a value, not an option
    given = sys.argv[1:] if argv is None else argv
    raw = [f" {arg}" if arg.startswith("-") and is_number(arg.removesuffix("%")) else arg for arg in given]
    args = build_parser().parse_args(raw)
    try:
        decks.use(args.studio)
    except DeckFileError as wrong:
        fail(f"{args.studio}: {wrong}")
    try:
        args.run(args)
        sys.stdout.flush()
    except BrokenPipeError:
        # whoever read has seen enough; nothing more can be said to them, not even on leaving
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())
        raise SystemExit(1) from None


if __name__ == "__main__":
    main()
