"""Sentences of the record: what was done to a review or a job; each follows the name of who did it."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from datetime import datetime

from prism.messages.text import count, shortened
from prism.words.viewing import day_and_hour

NOBODY_SIGNED_IN = "The studio’s own machine"
RECORD_HIDDEN = "Names are hidden in this review, and its record names colours: show the names first."
CHANGED_UNNAMED = "worked on it; its names are hidden"
NONE = "None"
_ROWS = {
    "jobs.Window": "windows",
    "jobs.LampSort": "lamps",
    "jobs.Surface": "surfaces",
    "jobs.Element": "things that stay",
    "jobs.ElementPart": "things that stay",
    "jobs.Finish": "finishes",
}
_LABELS = {
    "used_from": "hours of use", "used_until": "hours of use", "width": "size", "depth": "size", "height": "size",
    "rotation_deg": "bearing", "turn": "bearing",
    "notes": "notes", "town": "place", "coats": "coats", "spreading": "spreading",
}  # fmt: skip
_MOST = 90
Fields = Mapping[str, tuple[str, str]]


def rows_changed(thing: str, room: str) -> str:
    return f"changed the {_ROWS[thing]} of {room}"


def change_text(thing: str, act: str, fields: Fields, room: str = "") -> list[str]:
    say = _SAY.get(thing)
    return say(act, fields, room) if say else []


def _new(fields: Fields, name: str) -> str:
    return fields.get(name, (NONE, ""))[1]


def _old(fields: Fields, name: str) -> str:
    return fields.get(name, ("", NONE))[0]


def _aside(fields: Fields, what: str) -> list[str]:
    if "deleted" not in fields:
        return []
    return [f"brought {what} back" if _new(fields, "deleted") == NONE else f"put {what} aside"]


def _quoted(text: str) -> str:
    return f"“{shortened(text, _MOST)}”"


def acts_text(lines: Sequence[str]) -> str:
    text = "; ".join(lines)
    return text if text.endswith((".”", "?”", "!”")) else f"{text}."


def _plain(fields: Fields, left_out: set[str]) -> list[str]:
    changes, labels = [], dict.fromkeys(_LABELS.get(name, name) for name in fields if name not in left_out)
    for label in labels:
        (old, new), *more = [pair for name, pair in fields.items() if _LABELS.get(name, name) == label]
        known = not more and len(old) + len(new) < _MOST and label not in {"notes", "bearing"}
        if known and new not in {"", NONE}:
            changes.append(
                f"changed the {label} to {new}" if old in {"", NONE} else f"changed the {label}: {old}, now {new}"
            )
        else:
            changes.append(f"changed the {label}")
    return changes


def _job(act: str, fields: Fields, room: str) -> list[str]:
    if act == "made":
        return [f"began the job {_new(fields, 'title')}"]
    return _aside(fields, "the job") + _plain(fields, {"deleted"})


def _room(act: str, fields: Fields, room: str) -> list[str]:
    if act == "made":
        return [f"added the room {_new(fields, 'name')}"]
    left = {"deleted", "correction"}
    lines = _aside(fields, room) + [f"{line} of {room}" for line in _plain(fields, left)]
    return [*lines, f"let a meter correct the light of {room}"] if "correction" in fields else lines


def _review(act: str, fields: Fields, room: str) -> list[str]:
    if act == "made":
        return [f"began it with {_new(fields, 'colour')}"]
    lines = _aside(fields, "the review")
    if "room" in fields:
        new = _new(fields, "room")
        lines.append(f"took it out of {_old(fields, 'room')}" if new == NONE else f"put it into {new}")
    if fields.keys() & {"method", "school"}:  # lines written before the rename say "school"
        lines.append("judged it by another method")
    if fields.keys() & {"neutral", "neutral_a", "neutral_b"}:
        lines.append("moved the neutral line")
    if "withhold" in fields:
        lines.append("withheld the findings" if _new(fields, "withhold") == "True" else "had the findings shown")
    if "verdict" in fields:
        new = _new(fields, "verdict")
        lines.append(f"wrote the verdict {_quoted(new)}" if new else "took the verdict away")
    if "notes" in fields:
        lines.append("changed the private notes")
    if "valued" in fields:
        lines.append("used the colour’s new value")
    return lines


_STATES = {"pinned": "kept {} on the wall", "added": "imported {}", "out": "took {} off the wall"}


def _board(act: str, fields: Fields, room: str) -> list[str]:
    colour = _old(fields, "colour") if act == "gone" else _new(fields, "colour")
    if act == "made":
        return [_STATES.get(_new(fields, "state"), "moved {}").format(colour)]
    return [f"left the place of {colour} to the product"] if act == "gone" else []


def _observation(act: str, fields: Fields, room: str) -> list[str]:
    if act != "made":
        return [f"took back what was seen beside {_old(fields, 'colour')}"] if act == "gone" else []
    apart = ", not as predicted" if _new(fields, "agreement") == "differ" else ""
    return [f"said what they saw beside {_new(fields, 'colour')}{apart}"]


def _shortlisted(act: str, fields: Fields, room: str) -> list[str]:
    if act == "made":
        return [f"put {_new(fields, 'colour')} on the shortlist"]
    return [f"took {_old(fields, 'colour')} off the shortlist"] if act == "gone" else []


def _scheme(act: str, fields: Fields, room: str) -> list[str]:
    return ["kept a scheme"] if act == "made" else _aside(fields, "a scheme")


def _samples(act: str, fields: Fields, room: str) -> list[str]:
    return ["planned the samples" if act == "made" else "changed the plan of the samples"]


def _moment(text: str) -> str:
    try:
        return day_and_hour(datetime.fromisoformat(text))
    except ValueError:
        return text


def _viewing(act: str, fields: Fields, room: str) -> list[str]:
    if act == "made":
        return [f"planned a viewing for {_moment(_new(fields, 'at'))}"]
    if "answer" in fields:
        return [f"looked at it and answered {_new(fields, 'answer')}"]
    lines = _aside(fields, "a viewing")
    return [*lines, f"moved a viewing to {_moment(_new(fields, 'at'))}"] if "at" in fields else lines


def _photo(act: str, fields: Fields, room: str) -> list[str]:
    return ["kept a photo of a viewing"]


def _room_photo(act: str, fields: Fields, room: str) -> list[str]:
    if act == "made":
        return [f"kept a photograph of {room}"]
    lines = _aside(fields, "a photograph")
    if "in_document" in fields:
        goes = "put a photograph into" if _new(fields, "in_document") == "True" else "took a photograph out of"
        lines.append(f"{goes} the document")
    return lines


def _correction(act: str, fields: Fields, room: str) -> list[str]:
    return ["corrected by what viewings showed" if act == "made" else "took a correction back"]


def _decision(act: str, fields: Fields, room: str) -> list[str]:
    if act == "made":
        return [f"decided for {_new(fields, 'colour')}: {_quoted(_new(fields, 'reason'))}"]
    return ["reopened the decision"] if "reopened" in fields else []


def _document(act: str, fields: Fields, room: str) -> list[str]:
    done = []
    if "edited" in fields and (act == "changed" or _new(fields, "edited") == "True"):
        done.append("edited a section of the document" if _new(fields, "edited") == "True" else "restored a section")
    if "left_out" in fields and (act == "changed" or _new(fields, "left_out") == "True"):
        done.append("left out a section" if _new(fields, "left_out") == "True" else "put a section back")
    return done or ["ordered the document"]


def _shared(act: str, fields: Fields, room: str) -> list[str]:
    if act == "made":
        return ["made a link for the client"]
    return ["withdrew a link"] if "withdrawn" in fields else []


def _published(act: str, fields: Fields, room: str) -> list[str]:
    if act == "made":
        return ["published it as an article"]
    return ["withdrew the article"] if "withdrawn" in fields else []


def _client(act: str, fields: Fields, room: str) -> list[str]:
    if act != "made":
        return [f"replied to the client: {_quoted(_new(fields, 'reply'))}"] if "reply" in fields else []
    text = _new(fields, "text")
    answer = {"yes": "answered yes", "no": "answered no", "ask": "asked"}.get(_new(fields, "answer"), "answered")
    return [f"(the client {_new(fields, 'name')}) {answer}{f' {_quoted(text)}' if text else ''}".replace(" )", ")")]


def _white(act: str, fields: Fields, room: str) -> list[str]:
    if act == "made":
        does = "set" if _new(fields, "kind") == "pin" else "ruled out"
        return [f"{does} {_new(fields, 'colour')} for the home: {_quoted(_new(fields, 'reason'))}"]
    return ["lifted a rule about a white"] if "lifted" in fields else []


def _handed(act: str, fields: Fields, room: str) -> list[str]:
    if act == "made":
        note = _new(fields, "note")
        return [f"handed it to {_new(fields, 'to')}{f' {_quoted(note)}' if note and note != NONE else ''}"]
    return ["took it over"] if "read" in fields else []


def according_to_file(who: str) -> str:
    return f"{who}, according to the file,"


def _metered(act: str, fields: Fields, room: str) -> list[str]:
    if act == "made":
        return [f"read {_new(fields, 'lux')} lux on the {_new(fields, 'wall')} wall of {room}"]
    return [f"{'left out' if _new(fields, 'taken') == 'False' else 'took up'} a reading in {room}"]


_SAY: dict[str, Callable[[str, Fields, str], list[str]]] = {
    "jobs.HandOver": _handed, "jobs.Job": _job, "jobs.Room": _room, "jobs.WhiteRule": _white, "jobs.Metered": _metered,
    "jobs.RoomPhoto": _room_photo,
    "reviews.Review": _review, "reviews.Board": _board, "reviews.Observation": _observation,
    "reviews.Shortlisted": _shortlisted, "reviews.KeptScheme": _scheme, "viewings.SamplePlan": _samples,
    "viewings.Viewing": _viewing, "viewings.ViewingPhoto": _photo, "viewings.Correction": _correction,
    "viewings.Decision": _decision, "documents.DocumentEdit": _document, "documents.Shared": _shared,
    "documents.ClientAnswer": _client, "documents.Published": _published,
}  # fmt: skip


THE_CLIENT, THE_ADDRESS = "the client", "the address"
NO_CLIENTS = "No job names a client."
CLIENT_KEPT = (
    "Kept for a client: name, address and place, rooms, reviews and decisions, photographs, links, and answers.",
    "Links end by themselves, after 30 days or on the day somebody chose.",
    "What is erased here stays in copies of the database until they go by age: after 24 months at the latest.",
    "We cannot erase what was exported, printed or sent.",
)


def client_erased(name: str, jobs: int) -> str:
    return f"{name} is erased from {count(jobs, 'job')}. Rooms, colours and decisions stay, and name nobody."
