"""Devices: what the driver of each kind must do, how it is made, and one of each kind that is not there."""
