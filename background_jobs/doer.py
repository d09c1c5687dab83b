"""Who is at a piece of work: a process of a machine, by which one can tell whether it is still there."""

from __future__ import annotations

import os
import socket
from pathlib import Path


def this_process() -> str:
    """Return the name of this process: machine, number, and the moment at which it began."""
    return f"{socket.gethostname()} {os.getpid()} {_begun(os.getpid())}"


def is_gone(doer: str) -> bool:
    """Whether a process of this machine is there no more; of another machine nobody can tell, and it is not."""
    machine, _, rest = doer.partition(" ")
    number, _, begun = rest.partition(" ")
    if machine != socket.gethostname() or not number.isdigit():
        return False
    return _begun(int(number)) != begun


def _begun(number: int) -> str:
    """Return when a process began, in the kernel's own count; empty where there is none of that number."""
    try:
        stat = Path(f"/proc/{number}/stat").read_text(encoding="ascii", errors="replace")
    except OSError:
        return ""
    return stat.rpartition(")")[2].split()[19]
