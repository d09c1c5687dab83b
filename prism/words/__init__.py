"""Findings to plain sentences. With `prism.messages`, which the core says itself, the only places that write prose.

Functions take findings and return text; they decide nothing. Numbers are rounded here and nowhere below.
"""

from prism.messages.habits import day as day
from prism.messages.habits import moment as moment
from prism.messages.text import *
from prism.words.archives import *
from prism.words.articles import *
from prism.words.background_jobs import *
from prism.words.causes import *
from prism.words.conflicts import *
from prism.words.consultation import *
from prism.words.decisions import *
from prism.words.devices import *
from prism.words.documents import *
from prism.words.files import *
from prism.words.homes import *
from prism.words.lamps import *
from prism.words.light import *
from prism.words.methods import *
from prism.words.orders import *
from prism.words.pairs import *
from prism.words.palette import *
from prism.words.people import *
from prism.words.photos import *
from prism.words.places import *
from prism.words.readings import *
from prism.words.recipes import *
from prism.words.records import *
from prism.words.rooms import *
from prism.words.search import *
from prism.words.sharing import *
from prism.words.showing import *
from prism.words.sizes import *
from prism.words.sources import *
from prism.words.strengths import *
from prism.words.surety import *
from prism.words.training import *
from prism.words.undo import *
from prism.words.use import *
from prism.words.viewing import *
from prism.words.walks import *
from prism.words.warnings import *
from prism.words.whites import *
