"""The parts of the Palette step, each as its templates need it."""
