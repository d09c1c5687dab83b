"""The second step at the door: figures of an authenticator app (TOTP, RFC 6238, by django-otp), and codes for when it
is lost."""

from __future__ import annotations

import io
import secrets
from base64 import b32encode
from datetime import timedelta

import segno
from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone
from django.utils.safestring import SafeString, mark_safe
from django_otp.plugins.otp_static.models import StaticDevice
from django_otp.plugins.otp_totp.models import TOTPDevice

ISSUER = "Gentle Prism"
BEGUN_FOR = timedelta(minutes=20)
"""How long a second step that was begun can be confirmed."""
CODES = 8
"""Codes for when the app is lost, each good for one time."""


def is_on(user: User) -> bool:
    """Whether somebody's door has a second step."""
    return bool(TOTPDevice.objects.filter(user=user, confirmed=True).exists())


def begin(user: User) -> TOTPDevice:
    """Begin to set a second step up, or go on with one that was begun lately; it counts once it is confirmed."""
    TOTPDevice.objects.filter(user=user, confirmed=False, created_at__lt=timezone.now() - BEGUN_FOR).delete()
    device, _ = TOTPDevice.objects.get_or_create(user=user, confirmed=False, defaults={"name": "app"})
    return device


def give_up(user: User) -> None:
    """End a second step that was begun and not confirmed."""
    TOTPDevice.objects.filter(user=user, confirmed=False).delete()


def secret(device: TOTPDevice) -> str:
    return b32encode(device.bin_key).decode().rstrip("=")


def picture(device: TOTPDevice) -> SafeString:
    address = f"otpauth://totp/{ISSUER}:{device.user.get_username()}?secret={secret(device)}&issuer={ISSUER}&digits=6"
    out = io.BytesIO()
    segno.make(address.replace(" ", "%20"), error="m").save(out, kind="svg", scale=4, xmldecl=False, svgns=False)
    return mark_safe(out.getvalue().decode())  # drawn by the package from an address of ours


@transaction.atomic
def confirm(user: User, figures: str) -> list[str] | None:
    """Make the second step count, if the figures are those of the app; return the codes for when it is lost, which are
    shown once. None where the figures are wrong."""
    device = TOTPDevice.objects.select_for_update().filter(user=user, confirmed=False).first()
    if device is None or not device.verify_token(figures.replace(" ", "")):
        return None
    TOTPDevice.objects.filter(user=user, confirmed=True).delete()
    device.confirmed = True
    device.save(update_fields=["confirmed"])
    StaticDevice.objects.filter(user=user).delete()
    spare = StaticDevice.objects.create(user=user, name="spare")
    codes = [secrets.token_hex(4) for _ in range(CODES)]
    for code in codes:
        spare.token_set.create(token=code)
    return codes


@transaction.atomic
def passes(user: User, typed: str) -> bool:
    """Whether six figures of the app, or else one of the spare codes, let somebody in.

    Tries are counted by where they come from (`people.throttle`) and not by the device: whoever guesses elsewhere locks
    nobody's right figures out.
    """
    figures = typed.replace(" ", "").casefold()
    kind = TOTPDevice if len(figures) == 6 and figures.isdecimal() else StaticDevice
    device = kind.objects.select_for_update().filter(user=user, confirmed=True).first()
    return bool(device and device.verify_token(figures))


def take_off(user: User) -> None:
    for kind in (TOTPDevice, StaticDevice):
        kind.objects.filter(user=user).delete()
