"""What is said of people, roles and what they may do."""

from __future__ import annotations

from prism.messages.text import capital, count

WORK_HEADS = ("Name", "Open jobs", "Reviews begun", "Looks on site", "Decisions")


def last_days(days: int) -> str:
    return "the last year" if days == 365 else f"the last {days} days"


def work_title(days: int) -> str:
    return f"Work in {last_days(days)}"


ROLES = {
    "owner": "Everything a specialist does; invites people, changes roles, closes accounts.",
    "specialist": "Reviews, decks, methods, jobs and rooms; decides.",
    "junior": "Reads everything and reviews in their own name; cannot change decks, methods or jobs, or decide.",
}
"""What each role may do."""

PASSWORDS_DIFFER = "The two passwords differ: type the same one twice."
PASSWORD_HINT = "At least eight characters, and not a common word."


JUNIORS_MAY_NOT = (
    "As a junior you read everything and review in your own name. Ask a specialist or an owner to change what the "
    "studio shares, or to decide."
)


def not_your_review(name: str) -> str:
    return f"This is {name}’s review. You may read it; to judge the colour yourself, start a review of your own."


OWNERS_ONLY = "Only an owner changes people, roles and accounts: ask one."


INVITATION_OVER = "This invitation was used, withdrawn or has expired: ask the studio’s owner for a new link."


def last_owner(name: str) -> str:
    return f"{name} is the only owner: make somebody else an owner first."


def user_name_taken(name: str) -> str:
    return f"The user name {name} is taken: choose another."


HABIT_LABELS = {
    "units": "Sizes", "decimal": "Decimals", "dates": "Dates", "paper": "Paper", "keys": "Keys of one letter or digit",
    "detail": "Detail",
}  # fmt: skip
HABIT_UNITS = [("metric", "metres, litres"), ("us", "feet, gallons (US)")]
HABIT_DECIMALS = [("point", "12.5"), ("comma", "12,5")]
HABIT_DETAIL = [("plain", "plain"), ("usual", "professional"), ("laboratory", "laboratory")]
"""How much a person is shown: words and LRV; figures on request; every figure at once."""
HABIT_KEYS = [("on", "on"), ("off", "off")]
HABIT_DATES = [("day", "5 Nov 2026"), ("month", "Nov 5, 2026"), ("iso", "2026-11-05")]
SOMEBODY_WHO_LEFT = "Somebody who left"
"""How the records call a person whose name was erased."""
PERSON_ERASED = "Name, sign-ins and training are erased. The work now says “Somebody who left”."
ERASED_FOR_GOOD = "This name was erased for good: invite the person again."


def close_first(name: str) -> str:
    return f"{name} can still sign in: close the account first, then erase the name."


def nobody_called(name: str) -> str:
    return f"Nobody has the user name “{name}”."


def say_sure(studio: str) -> str:
    return f"This erases “{studio}” with its people and all they made. Say so with --sure; a copy is made first."


def studio_erased(name: str, count_people: int, copy: str) -> str:
    return f"“{name}” is erased, with {count(count_people, 'account')}. The database as it was before: {copy}"


A_COMMAND = "A command on the machine"
"""Who did what no person did in the studio."""
DEMO_ADDRESS_FULL = "Many studios were made from where you are. Come back in an hour, or to the one you had."
DEMO_FULL = "All demo studios are in use. Come back tomorrow, or install your own."
DEMO_STUDIO = "Skerry Point Colour"
"""What the demo's studio is called."""
NEW_STUDIO = "A new studio"
"""What the demo calls a studio that somebody begins with nothing in it."""


def tried_too_often(minutes: int) -> str:
    return (
        f"Too many attempts. Wait {minutes} minutes and try again. If you forgot the pass phrase, ask an owner for a "
        "new invitation."
    )


PASSWORD_CHANGED = "Your pass phrase is changed, and you are signed out everywhere else."
FIGURES_WRONG = "This is neither your app’s current code nor a recovery code. Look again and retype it."
SECOND_OFF = "Two-step sign-in is off: you sign in with a pass phrase alone."


def sessions_ended(count_ended: int) -> str:
    return f"{capital(count(count_ended, 'other session'))} ended." if count_ended else "There was no other session."


def deck_taken_out(label: str) -> str:
    return f"colours of the decks as {label}"


OWNER_THERE = "There are people in this studio already: an owner invites others, on the page People."


def owner_made(name: str, phrase: str) -> str:
    return f"Sign in as {name} with the pass phrase {phrase} and change it there, under People, Your account."
