"""What somebody means by words typed: readings, figures, colours, things, what was seen; the rest as it is typed."""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from prism import method, words
from prism.search import depth_ranges, temperatures_meant, understand

WALL = method.load()


def meant(text):
    return understand(text, WALL)


class Understanding(TestCase):
    def test_words_of_readings(self):
        cases = {
            "pale grey": {"families": ("grey",), "depth": "pale"},
            "light greys": {"families": ("grey",), "depth": "light"},
            "greige": {"families": ("greige",)},
            "off white": {"families": ("off-white",)},
            "warm white": {"families": ("white",), "temperature": "warm"},
            "slightly warm white": {"families": ("white",), "temperature": "slightly warm"},
            "near black": {"depth": "near-black"},
            "cream": {"families": ("cream",), "things": ()},
            "beige": {"families": ("beige",), "things": ()},
            "a hint of green": {"undertone": "green", "strength": "faint"},
            "pink undertone": {"undertone": "red"},
            "blue grey": {"undertone": "blue", "families": ("grey",)},
            "greenish grey": {"undertone": "green", "families": ("grey",)},
        }
        for text, wanted in cases.items():
            with self.subTest(text):
                found = meant(text)
                self.assertEqual({name: getattr(found, name) for name in wanted}, wanted)
                self.assertEqual(found.words, ())
                self.assertTrue(words.search.understood(found).startswith("Understood as: "))

    def test_lrv(self):
        for text, wanted in (("LRV 60", (59, 61)), ("lrv 65 to 55", (55, 65)), ("LRV over 70", (70, 100)),
                             ("LRV 55–60,5", (55, 60.5)), ("lrv < 20", (0, 20))):  # fmt: skip
            with self.subTest(text):
                self.assertEqual(meant(text).lrv, wanted)

    def test_colours_typed_in(self):
        for text in ("#8FA3A0", "8fa3a0", "rgb(143, 163, 160)", "RGB 143 163 160"):
            with self.subTest(text):
                self.assertEqual(meant(text).colour.screen.upper(), "#8FA3A0")
        self.assertEqual(meant("lab 60 −2,5 4").colour.lab, (60.0, -2.5, 4.0))
        for none in ("123456", "facade", "decade", "lab 400 0 0", "H16.3"):
            self.assertIsNone(meant(none).colour, none)

    def test_things_of_rooms_and_what_was_seen(self):
        found = meant("warm off-white with slate floor")
        self.assertEqual(found.things, (("slate", "floor"),))
        found = meant("blue that went purple in the evening")
        self.assertEqual((found.families, found.seen, found.period), (("blue",), ("purple",), "evening"))
        self.assertEqual(meant("grey that looked greener under the lamps").period, "evening")
        self.assertEqual(meant("white with linen curtains").things, (("linen", "curtains"),))

    def test_names_codes_and_clients_stay_as_they_are_typed(self):
        self.assertEqual(meant("Mrs Tarn H16.3").words, ("mrs", "tarn", "h16.3"))
        self.assertEqual(words.search.understood(meant("Mrs Tarn H16.3")), "")
        found = meant("haaf pale grey")
        self.assertEqual((found.words, found.families), (("haaf",), ("grey",)))
        self.assertIn("“haaf”", words.search.understood(found))

    def test_warm_means_slightly_warm_too(self):
        self.assertEqual(temperatures_meant("warm", WALL), ["slightly warm", "warm"])
        self.assertEqual(temperatures_meant("", WALL), [])

    def test_depths_of_every_method_reach_somewhere(self):
        for one in method.ready_keys() if hasattr(method, "ready_keys") else ["wall-practice"]:
            for low, high in depth_ranges(method.load(one)).values():
                self.assertLess(low, high)

    @given(st.text(max_size=80))
    def test_anything_may_be_typed(self, text):
        words.search.understood(meant(text))
