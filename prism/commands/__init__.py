"""The commands of `python -m prism`: what arguments say, and what each command prints."""
