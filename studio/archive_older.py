"""Archives of earlier formats, record by record, as this one has them."""

from __future__ import annotations

import json
from collections.abc import Iterator
from typing import Any

from web.capability_links import digest_of

_LINKS = ("people.invitation", "reviews.shared")


def brought_up(line: str, version: int) -> Iterator[str]:
    """Give a record of an archive of some format as records of this one."""
    if version < 2:
        for record in _with_digests(json.loads(line)):
            yield json.dumps(record)
    else:
        yield line


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
