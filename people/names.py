"""What people are called."""

from __future__ import annotations

from django.contrib.auth.models import User


def name_of(user: User | None) -> str:
    """Return what somebody is called: their full name, else the name they sign in by; empty for nobody."""
    return (user.get_full_name() or user.get_username()) if user else ""
