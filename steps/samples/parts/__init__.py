"""The parts of View: samples, and the decision."""
