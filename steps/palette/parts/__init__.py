"""The parts of the Company step, each as its templates need it."""
