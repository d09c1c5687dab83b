"""Every address asks who is there, and gives nobody what is somebody else's: walked over all addresses there are."""

from django.test import TestCase
from django.urls import URLPattern, get_resolver, reverse

from decks import files
from decks.models import Import
from instruments.models import Session
from methods import services as method_services
from prism import demo
from reviews.models import Review
from steps import services as step_services
from tinting import services as tinting_services
from tinting.tests import world

OPEN = {
    "sign-in",
    "enter-demo",
    "enter-empty",
    "health",
    "ready",
    "metrics",
    "join",
    "viewings-feed",
    "shared",
    "shared-answer",
    "shared-look",
    "shared-photo",
    "shared-pdf",
    "published",
    "published-picture",
    "viewings-worker",
    "document-schema",
}
"""Addresses that need nobody."""
FILE = b"code,name,L*,a*,b*\nA1,Fog Bell,80,-1,2.5\n"


def patterns(resolver=None):
    """Return every named pattern there is."""
    found = []
    for one in (resolver or get_resolver()).url_patterns:
        found += [one] if isinstance(one, URLPattern) else patterns(one)
    return found


def address(pattern, pk=10**9, **more):
    """Return an address of a pattern, with a number for everything that wants one."""
    fill = {
        "pk": pk,
        "colour": pk,
        "earlier": pk,
        "number": 1,
        "line": 1,
        "name": "reading.png",
        "reading": pk,
        "rule": pk,
        "step": "reading",
        "former": "reading",
        "act": "keep",
    }
    fill |= {
        "source": "hex",
        "section": "is",
        "slide": "slide-colour",
        "shown": "colour",
        "handed": pk,
        "kind": "csv",
        "maker": "other",
        "other": pk,
        "token": "none",
    } | more
    return reverse(pattern.name, kwargs={name: fill[name] for name in pattern.pattern.converters})


class Nobody(TestCase):
    def test_every_address_but_the_open_ones_leads_to_the_door(self):
        walked = 0
        for pattern in patterns():
            if pattern.name in OPEN or pattern.name == "sign-out":
                continue
            walked += 1
            for method in (self.client.get, self.client.post):
                with self.subTest(pattern.name, method=method.__name__):
                    whole = method(address(pattern))
                    self.assertEqual(whole.status_code, 302)
                    self.assertTrue(whole.url.startswith(reverse("sign-in")), whole.url)
                    piece = method(address(pattern), headers={"HX-Request": "true"})
                    self.assertEqual((piece.status_code, piece.content), (401, b""))
        self.assertGreater(walked, 45)


class SomebodyElse(world.Studio):
    def setUp(self):
        super().setUp()
        self.review = step_services.start(self.isla, world.colour("H16.3"))
        method = method_services.copy(self.isla, "wall-practice")
        self.waiting = files.start(self.isla, "Own", "own.csv", FILE)
        session = Session.objects.create(owner=self.isla, thing="limed larch")
        system = tinting_services.keep_system(self.isla, demo.tint_system())
        self.mine = {
            "review": self.review.pk,
            "method": method.pk,
            "deck": self.waiting.pk,
            "reader": session.pk,
            "tinting-system": system.pk,
        }

    def addresses(self):
        """Return the addresses of what is isla's."""
        for pattern in patterns():
            kind = next((kind for kind in self.mine if pattern.name == kind or pattern.name.startswith(f"{kind}-")), "")
            if kind and "pk" in pattern.pattern.converters:
                yield pattern.name, address(pattern, self.mine[kind])

    def test_nothing_of_hers_is_shown_or_changed_for_him(self):
        self.client.force_login(self.rory)
        walked = 0
        for name, url in self.addresses():
            walked += 1
            for method in (self.client.get, self.client.post):
                with self.subTest(name, method=method.__name__):
                    # forgetting a file leads back, also where there is none: one may press it twice
                    self.assertIn(method(url).status_code, (404, 405, 302) if name == "deck-cancel" else (404, 405))
        self.assertGreater(walked, 20)
        self.assertTrue(Review.objects.filter(pk=self.review.pk, deleted=None).exists())
        self.assertTrue(Import.objects.filter(pk=self.waiting.pk, state=Import.State.WAITING).exists())

    def test_hers_are_there_for_her(self):
        found = [name for name, url in self.addresses() if self.client.get(url).status_code != 404]
        self.assertIn("review-step", found)
        self.assertIn("method-edit", found)
        self.assertIn("deck-preview", found)
        self.assertIn("reader-session", found)
        self.assertIn("tinting-system-export", found)
