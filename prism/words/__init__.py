"""Findings to plain sentences. The only place in the product that writes prose.

Functions take findings and return text; they decide nothing. Numbers are rounded here and nowhere below.
"""

from prism.words.basics import *
from prism.words.devices import *
from prism.words.faults import *
from prism.words.files import *
from prism.words.pairs import *
from prism.words.places import *
from prism.words.readings import *
from prism.words.schools import *
from prism.words.sources import *
from prism.words.strengths import *
from prism.words.walks import *
