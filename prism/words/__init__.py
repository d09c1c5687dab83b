"""Findings to plain sentences. With `prism.messages`, which the core says itself, the only places that write prose.

Functions take findings and return text; they decide nothing. Numbers are rounded here and nowhere below.
A sentence is called by the file that holds it: `words.light.lux_text`.
"""

from prism.messages import habits as habits
from prism.messages import text as text
from prism.words import archives as archives
from prism.words import articles as articles
from prism.words import background_jobs as background_jobs
from prism.words import causes as causes
from prism.words import conflicts as conflicts
from prism.words import consultation as consultation
from prism.words import decisions as decisions
from prism.words import devices as devices
from prism.words import documents as documents
from prism.words import files as files
from prism.words import homes as homes
from prism.words import lamps as lamps
from prism.words import light as light
from prism.words import methods as methods
from prism.words import orders as orders
from prism.words import pairs as pairs
from prism.words import palette as palette
from prism.words import people as people
from prism.words import photos as photos
from prism.words import places as places
from prism.words import readings as readings
from prism.words import recipes as recipes
from prism.words import records as records
from prism.words import rooms as rooms
from prism.words import search as search
from prism.words import sharing as sharing
from prism.words import showing as showing
from prism.words import sizes as sizes
from prism.words import sources as sources
from prism.words import strengths as strengths
from prism.words import surety as surety
from prism.words import training as training
from prism.words import undo as undo
from prism.words import use as use
from prism.words import viewing as viewing
from prism.words import walks as walks
from prism.words import warnings as warnings
from prism.words import whites as whites
