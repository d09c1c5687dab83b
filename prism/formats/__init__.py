"""Open formats, one file each, with `read` and `write`."""
