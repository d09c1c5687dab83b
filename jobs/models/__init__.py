"""The records of jobs and rooms."""

from jobs.models.homes import HandOver, Job, WhiteRule
from jobs.models.rooms import (
    WALL_CHOICES,
    Coated,
    Element,
    ElementPart,
    Finish,
    LampSort,
    Metered,
    Room,
    RoomPhoto,
    Surface,
    Window,
)

__all__ = [
    "WALL_CHOICES",
    "Coated",
    "Element",
    "ElementPart",
    "Finish",
    "HandOver",
    "Job",
    "LampSort",
    "Metered",
    "Room",
    "RoomPhoto",
    "Surface",
    "WhiteRule",
    "Window",
]
