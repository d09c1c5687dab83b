"""Verdict: what the specialist writes, and the record so far."""
