"""Whether what somebody writes of a colour agrees with the figures in hand."""

from prism.conflicts.check import Conflict, conflicts
from prism.conflicts.evidence import Evidence, PartPlan, SeenBeside, SeenThere, Thing

__all__ = ["Conflict", "Evidence", "PartPlan", "SeenBeside", "SeenThere", "Thing", "conflicts"]
