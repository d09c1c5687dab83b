"""Methods: the thresholds and vocabularies by which practitioners differ, as data."""

from prism.method.figures import ANY_CHROMA, FamilyRule, Method
from prism.method.scales import HueScale, MethodError, Scale
from prism.method.tables import DEFAULT, besides, build, find, in_force, load, names, nearest_ready, table_of

__all__ = [
    "ANY_CHROMA",
    "DEFAULT",
    "FamilyRule",
    "HueScale",
    "Method",
    "MethodError",
    "Scale",
    "besides",
    "build",
    "find",
    "in_force",
    "load",
    "names",
    "nearest_ready",
    "table_of",
]
