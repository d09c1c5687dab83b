"""The records of reviews."""

from reviews.models.boards import Board, Observation, Shortlisted
from reviews.models.documents import DocumentEdit
from reviews.models.finding import Meaning
from reviews.models.review import Review
from reviews.models.schemes import KeptScheme, SchemePlace
from reviews.models.sharing import ClientAnswer, Shared
from reviews.models.viewings import Correction, Decision, RuledOut, SamplePlan, Viewing, ViewingPhoto

__all__ = [
    "Board",
    "ClientAnswer",
    "Correction",
    "Decision",
    "DocumentEdit",
    "KeptScheme",
    "Meaning",
    "Observation",
    "Review",
    "RuledOut",
    "SamplePlan",
    "SchemePlace",
    "Shared",
    "Shortlisted",
    "Viewing",
    "ViewingPhoto",
]
