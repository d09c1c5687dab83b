"""Files of decks: what is wrong with them and what they would do."""

from __future__ import annotations

from collections.abc import Sequence

from prism.messages.text import capital, count, many, number, percentage, shortened, whole

SET_NAME_NEEDED = "Type a name for the set."


def left_behind(used: int, changed_since: int) -> str:
    """Say what an import that was taken back leaves behind: colours that reviews use, and colours changed since."""
    parts = []
    if used:
        cause = "a review uses it" if used == 1 else "reviews use them"
        parts.append(f"{count(used, 'colour').capitalize()} stayed, because {cause}.")
    if changed_since:
        verb = "was" if changed_since == 1 else "were"
        parts.append(f"{count(changed_since, 'colour').capitalize()} {verb} changed again since, and left so.")
    return " ".join(parts)


FILE_GONE = "Somebody stopped this import or undid it."
FILE_IS_OUT = "The import is undone."


def file_is_in(file_name: str, added: int, changed: int) -> str:
    return f"{shortened(file_name, 40)} is in: {many(added, 'colour')} added, {whole(changed)} changed."


def file_work(file_name: str) -> str:
    return f"The deck in {shortened(file_name, 60)}"


def by_file(file_name: str) -> str:
    return f"imported with {shortened(file_name, 80)}"


def taken_back(file_name: str) -> str:
    return f"{shortened(file_name, 80)} was undone"


def put_back(replaced: str) -> str:
    return f"the value from before {replaced} restored"


ANOTHER_RUNNING = "Another import is running. Let it finish, or stop it."


def coming_in(done: int, total: int) -> str:
    return f"{whole(done)} of {many(total, 'colour')} {'is' if done == 1 else 'are'} in."


def looked_at(part: float | None) -> str:
    return "Looking." if part is None else f"{percentage(part)} is looked at."


def going_out(file_name: str) -> str:
    return f"{shortened(file_name, 80)} is being undone."


def plan_summary(added: int, changed: int, unchanged: int, skipped: int, shared: int = 0) -> str:
    text = (
        f"{whole(added)} to add, {whole(changed)} to change, {whole(unchanged)} already there as they are, "
        f"{count(skipped, 'line')} left out."
    )
    if not shared:
        return text
    return f"{text} {many(shared, 'colour')} of shared decks {'stays' if shared == 1 else 'stay'} as before."


def stated_contradict(found: int, first: Sequence[tuple[str, float, float]]) -> str:
    some = "; ".join(f"{code} states {number(stated)}, its colour has {number(own)}" for code, stated, own in first)
    more = f", and {whole(found - len(first))} more" if found > len(first) else ""
    return f"These stated LRVs contradict their colours: {some}{more}. Both are kept, and the colour counts."


def problem(line: int, column: str, message: str) -> str:
    return f"Line {line}{f', {column}' if column else ''}: {message}"


def deck_named_by(file_name: str) -> str:
    stem = file_name.rsplit("/", 1)[-1].rsplit(".", 1)[0].replace("_", " ").replace("-", " ")
    plain = " ".join("".join(letter for letter in stem if letter.isprintable()).split())
    return capital(plain)[:80] or "A deck"


def mended_line(line: int, typed: Sequence[str]) -> str:
    return f"Line {line}: {', '.join(typed)}"


def too_many_mended(most: int) -> str:
    return f"Correct at most {most} lines here, and the others in the file itself."


def too_long_typed(most: int) -> str:
    return f"A cell can have at most {most} characters. The line was not changed."


def column_choice(name: str) -> str:
    return {"l": "L*", "a": "a*", "b": "b*", "lrv": "LRV", "hex": "screen value"}.get(name, name)
