"""Archives of earlier formats, record by record, as this one has them."""

from __future__ import annotations

import json
from collections.abc import Iterator
from typing import Any

from web.capability_links import digest_of
from web.former_names import current_fields, current_label

_LINKS = ("people.invitation", "reviews.shared")


def brought_up(line: str, version: int) -> Iterator[str]:
    """Give a record of an archive of some format as records of this one."""
    if version >= 3:
        yield line
        return
    record = json.loads(line)
    for each in _with_digests(record) if version < 2 else (record,):
        label = current_label(each["model"])
        yield json.dumps(each | {"model": label.lower(), "fields": current_fields(label, each["fields"])})


def _with_digests(record: dict[str, Any]) -> Iterator[dict[str, Any]]:
    """Give a record with the digest of the link that it held in the first format: what was given out goes on."""
    fields = record["fields"]
    if record["model"] in _LINKS and "token" in fields:
        record["fields"] = fields | {"seed": "", "digest": digest_of(fields.pop("token"))}
    feed = fields.pop("feed", None) if record["model"] == "people.member" else None
    yield record
    if feed:
        opened = {"member": record["pk"], "seed": "", "digest": digest_of(feed)}
        yield {"model": "people.feed", "pk": record["pk"], "fields": opened}
