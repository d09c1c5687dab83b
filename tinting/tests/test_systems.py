"""The studio's tinting system: brought in as a file, a person's own before the shared one, taken away and back."""

import json

from django.core.files.uploadedfile import SimpleUploadedFile
from django.urls import reverse

from prism import demo
from prism.formats import tint_system
from tinting import queries
from tinting.models import System
from tinting.tests import world


def file_of(table):
    return SimpleUploadedFile("system.json", json.dumps(table).encode())


class Systems(world.Studio):
    def table(self, **changed):
        return json.loads(tint_system.write(demo.tint_system())) | changed

    def bring(self, table):
        return self.client.post(reverse("tinting-system-new"), {"file": file_of(table)}, follow=True)

    def test_ones_own_goes_before_the_studios_and_gives_way_when_taken_away(self):
        table = self.table(name="Slipway tints")
        table["colorants"] = table["colorants"][:5]
        page = self.bring(table)
        self.assertContains(page, "Recipes use Slipway tints: four bases, five colorants")
        self.assertEqual(len(queries.system_for(self.isla).colorants), 5)
        self.assertEqual(len(queries.system_for(self.rory).colorants), 12)
        own = System.objects.get(owner=self.isla)
        page = self.client.post(reverse("tinting-system-delete", args=[own.pk]), follow=True)
        self.assertContains(page, "Skerry tinting: four bases, twelve colorants")
        self.client.post(reverse("tinting-system-restore", args=[own.pk]))
        self.assertEqual(queries.system_for(self.isla).name, "Slipway tints")
        before = queries.state(self.isla)
        self.bring(table)
        self.assertNotEqual(queries.state(self.isla), before)
        self.assertEqual(System.objects.filter(owner=self.isla).count(), 1)

    def test_it_goes_out_as_it_came(self):
        shared = System.objects.get()
        answer = self.client.get(reverse("tinting-system-export", args=[shared.pk]))
        self.assertEqual(json.loads(answer.content), self.table())

    def test_what_is_no_system_is_said_beside_the_field(self):
        page = self.bring(self.table(version=7))
        self.assertContains(page, "This JSON is no tinting system", status_code=422)
        big = self.client.post(reverse("tinting-system-new"), {"file": SimpleUploadedFile("x.json", b"x" * 1_100_000)})
        self.assertContains(big, "too large", status_code=422)
        self.assertContains(self.client.post(reverse("tinting-system-new")), "Choose a file", status_code=422)

    def test_without_any_the_machine_says_what_is_missing(self):
        System.objects.all().delete()
        self.assertContains(self.client.get(reverse("machine")), "No tinting system yet")
        refused = self.client.post(reverse("machine"), {"colorant": "LB"})
        self.assertContains(refused, "no tinting system in this studio", status_code=422)

    def test_nobody_elses(self):
        self.bring(self.table(name="Slipway tints"))
        own = System.objects.get(owner=self.isla)
        self.client.force_login(self.rory)
        self.assertEqual(self.client.get(reverse("tinting-system-export", args=[own.pk])).status_code, 404)
        for name in ("tinting-system-delete", "tinting-system-restore"):
            self.assertEqual(self.client.post(reverse(name, args=[own.pk])).status_code, 404)
        shared = System.objects.get(owner=None)
        self.assertEqual(self.client.post(reverse("tinting-system-delete", args=[shared.pk])).status_code, 404)
