"""The core: paint numbers in, findings and sentences out. No interface, no database, no network."""

__version__ = "0.1.0"
