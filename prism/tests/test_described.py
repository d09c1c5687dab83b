"""Rooms in a sentence. What each says was written down by hand."""

import unittest

from prism.light.described import DescribedError, described


class Described(unittest.TestCase):
    def test_a_whole_sentence(self):
        room = described("north-facing bedroom 3.6 x 4.2 x 2.5 m in York, oak floor, beige tile hearth, 2700 K")
        self.assertEqual((room.name, room.size, room.facing, room.town), ("Bedroom", (3.6, 4.2, 2.5), "north", "York"))
        self.assertEqual(room.surfaces, {"floor": "oak"})
        (hearth,) = room.stays
        self.assertEqual((hearth.kind, hearth.name, hearth.material), ("stone", "Beige tile hearth", "beige tile"))
        self.assertEqual(room.lamps[0].kelvin, 2700)
        self.assertEqual(room.supposed, ("window", "lamps"))
        self.assertEqual(room.unread, ())

    def test_two_fields_are_enough(self):
        room = described("north bedroom 3.6 × 4.2")
        self.assertEqual((room.name, room.size), ("North bedroom", (3.6, 4.2, 2.5)))
        (window,) = room.windows
        self.assertEqual(window.wall, "north")
        self.assertAlmostEqual(window.width * window.height, 0.15 * 3.6 * 4.2, delta=0.02)
        self.assertEqual(room.lamps[0].count, 4)
        self.assertEqual(room.supposed, ("height", "window", "lamps"))

    def test_many_things_in_any_order(self):
        room = described(
            "South-west living room, 5.2 by 4 m, 2.7 m high, two large windows, grey carpet, red brick chimney breast, "
            "linen curtains and 4 spots 3000 K, near Gullan Quay"
        )
        self.assertEqual((room.size, room.town, room.facing), ((5.2, 4.0, 2.7), "Gullan Quay", "south-west"))
        self.assertEqual((room.rotation_deg, [w.wall for w in room.windows]), (45.0, ["south", "south"]))
        self.assertEqual(room.surfaces, {"floor": "grey carpet"})
        self.assertEqual(
            [(one.kind, one.material) for one in room.stays], [("brick", "red brick"), ("textiles", "linen")]
        )
        self.assertEqual((room.lamps[0].count, room.lamps[0].kelvin), (4, 3000))
        self.assertEqual((room.supposed, room.unread), ((), ()))

    def test_feet(self):
        for text, feet in (("kitchen 12 x 14 ft", False), ("kitchen 12' x 14'", False), ("kitchen 12 x 14", True)):
            width, depth, _ = described(text, feet).size
            self.assertAlmostEqual(width, 3.658, delta=0.001)
            self.assertAlmostEqual(depth, 4.267, delta=0.001)

    def test_a_window_of_its_own_size(self):
        room = described("bathroom 2.1 x 2.4, window 0.6 x 0.9, white tiles, quarry tile floor")
        self.assertEqual((room.size[:2], room.windows[0].width, room.windows[0].height), ((2.1, 2.4), 0.6, 0.9))
        self.assertEqual((room.surfaces, room.stays[0].material), ({"floor": "quarry tile"}, "white tile"))

    def test_windows_fit_their_wall(self):
        for text in ("hall 1 x 12 m, six large windows", "attic 3 x 3 x 1.6 m, tall window", "cell 0.8 x 0.8"):
            room = described(text)
            wide = sum(window.width for window in room.windows)
            self.assertLessEqual(wide, room.size[0])
            self.assertTrue(all(window.sill + window.height < room.size[2] for window in room.windows))

    def test_what_is_wrong_is_named(self):
        with self.assertRaises(DescribedError) as caught:
            described("a nice room in York")
        self.assertEqual(caught.exception.kind, "size")
        with self.assertRaises(DescribedError) as caught:
            described("study 3 x 4, oka floor")
        self.assertEqual((caught.exception.kind, caught.exception.what), ("material", "oka floor"))
        self.assertIn("oak", caught.exception.near)

    def test_colours_of_a_studio_and_what_is_not_understood(self):
        room = described("study 3 x 4 m, H16.3 cabinets, haunted", is_colour=lambda text: text == "H16.3")
        self.assertEqual((room.stays[0].material, room.stays[0].name), ("H16.3", "H16.3 cabinets"))
        self.assertEqual(room.unread, ("haunted",))
