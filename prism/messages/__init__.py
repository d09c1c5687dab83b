"""What the core itself must say: errors, facts of a source, states of a device. Imports nothing above it.

Findings become sentences in `prism.words`, which stands on top of the core; what is here is said where it happens.
"""

from prism.messages import devices as devices
from prism.messages import faults as faults
from prism.messages import files as files
from prism.messages import habits as habits
from prism.messages import rooms as rooms
from prism.messages import sources as sources
from prism.messages import text as text
from prism.messages import wishes as wishes
