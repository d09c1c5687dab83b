"""Schools: the thresholds and vocabularies by which practitioners differ, as data."""

from prism.school.figures import ANY_CHROMA, FamilyRule, School
from prism.school.scales import HueScale, Scale, SchoolError
from prism.school.tables import DEFAULT, besides, build, find, in_force, load, names, nearest_ready, table_of

__all__ = [
    "ANY_CHROMA",
    "DEFAULT",
    "FamilyRule",
    "HueScale",
    "Scale",
    "School",
    "SchoolError",
    "besides",
    "build",
    "find",
    "in_force",
    "load",
    "names",
    "nearest_ready",
    "table_of",
]
