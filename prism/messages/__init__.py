"""What the core itself must say: errors, facts of a source, states of a device. Imports nothing above it.

Findings become sentences in `prism.words`, which stands on top of the core; what is here is said where it happens.
"""

from prism.messages.devices import *
from prism.messages.faults import *
from prism.messages.files import *
from prism.messages.rooms import *
from prism.messages.sources import *
from prism.messages.text import *
from prism.messages.wishes import *
