"""The colour library that the core is held against; imported late and once, since it is heavy."""

import warnings
from functools import cache
from types import ModuleType


@cache
def oracle() -> ModuleType:
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        import colour

        colour.utilities.filter_warnings(colour_usage_warnings=True, python_warnings=True)
    return colour
