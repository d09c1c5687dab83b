"""A reader replayed from a recorded file, named by the settings, in the same screens as the simulated one."""

import json
import tempfile
from pathlib import Path

from django.test import override_settings
from django.urls import reverse

from instruments.models import Session
from prism.demo.devices import simulated_reader
from prism.devices import replayed_reader
from prism.devices.reader import Setting
from tinting.tests import world


class Replayed(world.Studio):
    def setUp(self):
        super().setUp()
        device = simulated_reader(7, 0, None, {})
        device.calibrate(0)
        self.taken = [("floor slate", Setting(), device.measure("floor slate", Setting(), 1)) for _ in range(3)]
        self.path = Path(self.enterContext(tempfile.TemporaryDirectory())) / "recording.json"
        self.path.write_text(replayed_reader.write(self.taken))
        named = {
            "READER_DRIVER": "prism.devices.replayed_reader.ReplayedReader",
            "READER_OPTIONS": {"recording": str(self.path)},
        }
        self.enterContext(override_settings(**named))

    def test_what_was_recorded_is_measured_again_in_turn(self):
        self.assertContains(self.client.get(reverse("reader")), "floor slate")
        self.assertNotContains(self.client.get(reverse("reader")), "limed larch")
        self.client.post(reverse("reader"), {"thing": "floor slate", "aperture": "8", "specular": "included"})
        session = Session.objects.get()
        self.client.post(reverse("reader-calibrate", args=[session.pk]))
        for _ in range(4):
            self.client.post(reverse("reader-measure", args=[session.pk]))
        shots = [shot.reflectance for shot in session.shots.all()]
        for shot, (_, _, reflectance) in zip(shots, self.taken, strict=False):
            self.assertEqual(shot, [round(float(v), 6) for v in reflectance])
        self.assertEqual(shots[3], shots[0])

    def test_what_was_not_recorded_is_said(self):
        self.client.post(reverse("reader"), {"thing": "floor slate", "aperture": "25", "specular": "included"})
        answer = self.client.post(reverse("reader-measure", args=[Session.objects.get().pk]))
        self.assertContains(answer, "holds no reading of &#x27;floor slate&#x27; at 25 mm", status_code=422)

    def test_a_recording_that_cannot_be_read_is_named(self):
        for content, part in ((None, "No such file"), ("{", "replayed"), (json.dumps({"format": "x"}), "format")):
            path = self.path.with_name(f"{part[:2]}.json")
            if content is not None:
                path.write_text(content)
            with self.assertRaisesRegex(Exception, part):
                replayed_reader.ReplayedReader(1, 0, None, {}, recording=str(path))
