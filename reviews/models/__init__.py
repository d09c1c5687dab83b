"""The records of reviews."""

from reviews.models.boards import Board, Observation, Shortlisted
from reviews.models.review import Review
from reviews.models.schemes import KeptScheme, SchemePlace

__all__ = ["Board", "KeptScheme", "Observation", "Review", "SchemePlace", "Shortlisted"]
