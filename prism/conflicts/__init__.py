"""Whether what somebody writes of a colour agrees with the figures in hand."""

from prism.conflicts.check import conflicts
from prism.conflicts.conflict import Conflict
from prism.conflicts.evidence import Evidence, PartPlan, SeenBeside, SeenThere, Thing

__all__ = ["Conflict", "Evidence", "PartPlan", "SeenBeside", "SeenThere", "Thing", "conflicts"]
