"""Links that open to whoever has them: a studio keeps their digests, so that a copy of the database opens none.

What a link ends with is made of a seed by the studio's secret key, and can so be shown again by who may see it. Where
the key is another one (a studio that moved without it, a link from before there were seeds) the link goes on working;
it is only not shown again.
"""

from __future__ import annotations

import secrets
from base64 import urlsafe_b64encode
from hashlib import sha256
from typing import Any, Self

from django.db import models
from django.http import HttpRequest
from django.urls import reverse
from django.utils.crypto import salted_hmac

_SALT = "web.secret"  # links that were given out are made with it: it outlives the name of this module
_BYTES = 24
"""Bytes of a link's end: nobody guesses one of 2^192."""


def digest_of(token: str) -> str:
    return sha256(token.encode()).hexdigest()


def _seed() -> str:
    return secrets.token_urlsafe(16)


def _made_of(seed: str) -> str:
    made = salted_hmac(_SALT, seed, algorithm="sha256").digest()[:_BYTES]
    return urlsafe_b64encode(made).decode()


class SecretLink(models.Model):
    """What a link opens, found by the digest of the link's end."""

    seed = models.CharField(max_length=32, default=_seed, blank=True, editable=False)
    digest = models.CharField(max_length=64, unique=True, editable=False)

    class Meta:
        abstract = True

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        if self.__dict__.get("digest") == "":  # a new one, however it will be kept
            self.digest = digest_of(_made_of(self.seed))

    @property
    def token(self) -> str:
        """The link's end; empty where it cannot be made again."""
        made = _made_of(self.seed)
        return made if self.seed and digest_of(made) == self.digest else ""

    def address(self, request: HttpRequest, name: str) -> str:
        """Return the whole address of the link, for views of this name; empty where it cannot be made again."""
        token = self.token
        return request.build_absolute_uri(reverse(name, args=[token])) if token else ""

    @classmethod
    def opened_by(cls, token: str) -> models.QuerySet[Self]:
        return cls._default_manager.filter(digest=digest_of(token))
