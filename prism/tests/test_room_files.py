"""Rooms as files, and the command that tries colours in them."""

import json
import tempfile
import unittest
from dataclasses import replace
from pathlib import Path

import numpy as np
from PIL import Image

from prism.formats import room_json
from prism.light import materials
from prism.light.checks import RoomError, faults
from prism.light.room import GLAZING, HUNG, OUTSIDE, Fixed, Lamp
from prism.light.sun import Place
from prism.spectrum import to_lab
from prism.tests.rooms import SKERRY, plain_room, window
from prism.tests.test_command_line import run

LEAST = {"place": {"latitude": 57.2, "longitude": -2.1, "zone": "Europe/London"}, "size": {"width": 4, "depth": 5}}
NORTH = {"wall": "north", "width": 1.8, "height": 1.3}
SURFACES = {"floor": "lab:40,2,6", "ceiling": "lab:95,0,2"}
WHOLE = LEAST | {
    "size": {"width": 4, "depth": 5, "height": 2.6},
    "windows": [NORTH | {"sill": 0.9, "outside": "lawn"}],
    "lamps": [{"kelvin": 2700, "lumens": 800, "count": 4}],
    "surfaces": SURFACES,
}


def read(**changes):
    return room_json.from_table(WHOLE | changes)


class Files(unittest.TestCase):
    def test_what_may_be_left_out(self):
        room = room_json.from_table(LEAST)
        self.assertEqual((room.height, room.windows, room.lamps, room.surfaces), (2.5, (), (), {}))

    def test_a_place_by_its_town(self):
        for place in ({"town": "York", "country": "GB"}, {"town": "york, united kingdom"}, {"town": "York"}):
            found = read(place=place).place
            self.assertEqual(found, Place(53.958, -1.083, "Europe/London"), place)
        self.assertEqual(read(place={"town": "York", "country": "US"}).place.zone, "America/New_York")
        self.assertEqual(read(place={"town": "Sao Paulo", "country": "BR"}).place.zone, "America/Sao_Paulo")
        for place in ({"town": "Yorc", "country": "GB"}, {"town": "York", "country": "Atlantis"}):
            with self.assertRaisesRegex(RoomError, "^No town '.+' is known. Nearest known: York") as caught:
                read(place=place)
            self.assertEqual(caught.exception.field, "place, town")

    def test_materials_by_their_everyday_names(self):
        hearth = {"name": "hearth", "material": "Beige tile", "area": 1.5}
        room = read(surfaces={}, floor="oak", fixed=[hearth])
        self.assertEqual(np.round(to_lab(room.surfaces["floor"])).tolist(), [62, 6, 20])
        self.assertEqual(np.round(to_lab(room.fixed[0].reflectance)).tolist(), [76, 2, 12])
        self.assertEqual(
            read(floor="oak", surfaces={"floor": "slate"}).surfaces["floor"],
            read(surfaces={"floor": "material:stone-dark"}).surfaces["floor"],
        )
        with self.assertRaisesRegex(RoomError, "^No material 'oack' is known. Nearest known: oak"):
            read(floor="oack", surfaces={})
        with self.assertRaisesRegex(RoomError, "^No material 'beig tile' is known. Nearest known: beige tile"):
            read(fixed=[hearth | {"material": "beig tile"}])

    def test_everyday_materials_say_where_they_come_from(self):
        for one in materials.library().values():
            self.assertIn(one.origin, ("measured", "estimated"))
            self.assertTrue(all(0 <= v <= 1 for v in one.reflectance), one.key)
        self.assertEqual(materials.library()["slate"].origin, "measured")
        self.assertEqual(materials.library()["oak"].origin, "estimated")

    def test_colours_of_every_kind(self):
        shades = read(
            surfaces={"floor": "material:tile-red", "ceiling": "#F4F3EE", "walls": [0.5] * 31, "north": "lab:50,3,9"}
        ).surfaces
        self.assertGreater(to_lab(shades["floor"])[1], 10)
        self.assertAlmostEqual(float(to_lab(shades["north"])[0]), 50, places=2)
        self.assertEqual(shades["west"], (0.5,) * 31)

    def test_there_and_back(self):
        room = replace(
            plain_room(window("west", along=1.2, hides=0.4, glazing="low-e"), window("ceiling", width=1.0, height=0.8)),
            lamps=(Lamp(3_000.0, 470.0, 6, "fluorescent", 85.0, 0.5, "wall"),),
            fixed=(Fixed("slate hearth", tuple(np.full(31, 0.12)), 2.5, "floor"),),
            rotation_deg=-15.0,
            storey=2,
            correction=0.8,
        )
        back = room_json.read(room_json.write(room, "The library"))
        self.assertEqual(replace(back, surfaces={}, fixed=()), replace(room, surfaces={}, fixed=()))
        np.testing.assert_allclose(back.surfaces["floor"], room.surfaces["floor"], atol=1e-6)
        self.assertEqual(room_json.write(back, "The library"), room_json.write(room, "The library"))

    def test_the_schema_names_what_the_core_knows(self):
        schema = json.loads((Path(room_json.__file__).parent / "room.schema.json").read_text())
        of_window = schema["properties"]["windows"]["items"]["properties"]
        self.assertEqual(set(of_window["outside"]["enum"]), set(OUTSIDE))
        self.assertEqual(set(of_window["glazing"]["enum"]), set(GLAZING))
        of_lamp = schema["properties"]["lamps"]["items"]["properties"]
        self.assertEqual(set(of_lamp["hung"]["enum"]), set(HUNG))
        written = json.loads(room_json.write(plain_room(window("east")), "x"))
        self.assertLessEqual(set(written), set(schema["properties"]))
        self.assertLessEqual(set(written["lamps"][0]), set(of_lamp))
        self.assertLessEqual(set(written["windows"][0]), set(of_window))


class Refused(unittest.TestCase):
    def refused(self, field, words="", **changes):
        with self.assertRaises(RoomError) as caught:
            read(**changes)
        self.assertEqual(caught.exception.field, field)
        self.assertIn(words, str(caught.exception))

    def test_each_names_its_field_and_what_to_do(self):
        size = WHOLE["size"]
        self.refused("latitude", "between −90 and 90", place=LEAST["place"] | {"latitude": 95})
        self.refused("zone", "Europe/London", place=LEAST["place"] | {"zone": "Skerry"})
        self.refused("height", "between 1.50 and 20", size=size | {"height": 0})
        self.refused("width", "", size=size | {"width": 900})
        self.refused("windows 1, width", "only 4 m", windows=[NORTH | {"width": 6}])
        self.refused("windows 1, height", "reaches 3 m", windows=[NORTH | {"height": 2.1}])
        self.refused("windows 1, along", "over the end", windows=[NORTH | {"along": 0.2}])
        self.refused("windows 2, height", "rooflight", windows=[NORTH, NORTH | {"wall": "ceiling", "height": 7}])
        self.refused("windows", "together", windows=[NORTH, NORTH, NORTH])
        self.refused("windows 1, wall", "north, east", windows=[NORTH | {"wall": "up"}])
        self.refused("windows 1, outside", "lawn", windows=[NORTH | {"outside": "moor"}])
        self.refused("lamps 1, lumens", "packet", lamps=[{"lumens": 0}])
        self.refused("lamps 1, kelvin", "", lamps=[{"kelvin": 100}])
        self.refused("lamps 1, count", "whole number", lamps=[{"count": 1.5}])
        self.refused("surfaces, roof", "floor", surfaces={"roof": "#FFFFFF"})
        self.refused("surfaces, floor", "Nearest known: slate", surfaces={"floor": "slate-ish"})
        self.refused("surfaces, floor", "", surfaces={"floor": [0.5] * 30})
        self.refused("surfaces, floor", "Nearest known: wood-golden", surfaces={"floor": "material:gold"})
        self.refused("fixed 1, area", "", fixed=[{"colour": "#777777", "area": 0}])
        self.refused("correction", "", correction=0)

    def test_no_room_at_all(self):
        for data in (b"[]", b"{}", b"{", b"\xff\xfe\x00", b'{"place": 3, "size": {}}', b'{"place": {"latitude": NaN}}'):
            with self.assertRaises(RoomError):
                room_json.read(data)

    def test_all_faults_at_once(self):
        room = replace(plain_room(window("north", width=9.0)), place=Place(95, 400, "x"), height=0)
        self.assertEqual(
            [field for field, _ in faults(room)],
            ["latitude", "longitude", "zone", "height", "windows 1, width", "windows 1, height"],
        )
        self.assertEqual(list(faults(replace(room, place=SKERRY, height=2.6, windows=()))), [])


class Command(unittest.TestCase):
    def light(self, *args, room=WHOLE):
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "room.json"
            path.write_text(json.dumps(room))
            return run("light", str(path), *args)

    def test_one_entry_for_each_colour_hour_and_wall(self):
        status, out, err = self.light(
            "lab:80,-3.2,0.1", "H16.3", "--date", "2026-06-21", "--hours", "9,12,15.5", "--json"
        )
        self.assertEqual((status, err), (0, ""))
        found = json.loads(out)
        self.assertEqual(len(found), 2 * 3 * 4)
        first = found[0]
        self.assertEqual((first["input"], first["hour"], first["wall"]), ("lab:80,-3.2,0.1", 9, "north"))
        self.assertEqual([entry["wall"] for entry in found[:4]], ["north", "east", "south", "west"])
        for entry in found:
            self.assertGreater(entry["lux"], 10)
            self.assertLessEqual({"lux", "cct", "lab", "undertone", "beside_white"}, set(entry))
            self.assertEqual(set(entry["beside_white"]), {"lab", "undertone"})
            self.assertEqual(entry["undertone"].keys(), entry["beside_white"]["undertone"].keys())

    def test_the_room_drawn(self):
        with tempfile.TemporaryDirectory() as folder:
            out = Path(folder) / "out.png"
            status, _, err = self.light("H16.3", "--date", "2026-06-21", "--hours", "12", "--picture", str(out))
            self.assertEqual((status, err), (0, ""))
            with Image.open(out) as image:
                self.assertEqual(image.size, (1200, 750))
            self.light("H16.3", "T05.4", "--hours", "9,21", "--picture", str(out), "--stand", "corner")
            self.assertEqual(sorted(path.name for path in Path(folder).glob("out-*")), ["out-01.png", "out-02.png"])
            status, _, err = self.light("H16.3", "--hours", "9", "--picture", str(Path(folder) / "none" / "x.png"))
            self.assertNotEqual(status, 0)
            self.assertIn("No such file", err)
        self.assertIn("2", self.light("H16.3", "T05.4", "T04.3", "--picture", "x.png")[2])

    def test_skies_lamps_and_hours(self):
        clear, grey = (
            json.loads(self.light("#C4CBC9", "--date", "2026-06-21", "--hours", "12", "--sky", sky, "--json")[1])
            for sky in ("clear", "overcast")
        )
        self.assertNotEqual(clear[2]["cct"], grey[2]["cct"])
        night, lit = (
            json.loads(self.light("#C4CBC9", "--date", "2026-12-21", "--hours", "23", "--lamps", on, "--json")[1])
            for on in ("off", "on")
        )
        self.assertIsNone(night[0]["lab"])
        self.assertEqual(night[0]["lux"], 0)
        self.assertAlmostEqual(lit[0]["cct"], 2_700, delta=250)

    def test_a_surface_left_out_has_the_tried_colour(self):
        bare = {key: value for key, value in WHOLE.items() if key != "surfaces"}
        args = ("lab:40,20,20", "--date", "2026-06-21", "--hours", "12", "--json")
        whole, with_floor = (json.loads(self.light(*args, room=room)[1])[2] for room in (bare, WHOLE))
        self.assertLess(whole["lux"], with_floor["lux"])
        self.assertNotEqual(whole["lab"], with_floor["lab"])

    def test_words_for_people(self):
        status, out, _ = self.light("#C4CBC9", "--date", "2026-06-21", "--hours", "12")
        self.assertEqual(status, 0)
        self.assertEqual(len(out.splitlines()), 4)
        self.assertIn("12:00, north wall: ", out)
        self.assertIn("looks", out)

    def test_a_sentence_is_a_room_too(self):
        sentence = "north bedroom 3.6 x 4.2 x 2.5 m in York, oak floor, beige tile hearth, 2700 K"
        args = ("lab:80,-2,3", "--date", "2026-12-21", "--hours", "12,18", "--json")
        status, out, err = run("light", sentence, *args)
        self.assertEqual((status, err.count("\n")), (0, 1))
        self.assertIn("Usual values", err)
        filed = {
            "place": {"town": "York"}, "size": {"width": 3.6, "depth": 4.2, "height": 2.5}, "floor": "oak",
            "lamps": [{"kelvin": 2700, "count": 4}],
            "windows": [{"wall": "north", "width": 15.12 * 0.15 / 1.3, "height": 1.3}],
            "fixed": [{"name": "hearth", "material": "beige tile", "area": 1.5, "on": "floor"}],
        }  # fmt: skip
        for said, stated in zip(json.loads(out), json.loads(self.light(*args, room=filed)[1]), strict=True):
            self.assertAlmostEqual(said["lux"], stated["lux"], delta=0.03 * stated["lux"] + 0.1)
            self.assertEqual(said["sun_height"], stated["sun_height"])

    def test_a_sentence_without_a_place_or_size_says_which(self):
        for sentence, said in (
            ("bedroom 3 x 4 m", "place is missing"), ("bedroom in York", "size is missing"),
            ("bedroom 3 x 4 m in Yorkk", "York, United Kingdom"),
            ("bedroom 3 x 4 m in York, moon-rock floor", "moon-rock"),
        ):  # fmt: skip
            with self.subTest(sentence):
                status, out, err = run("light", sentence, "#C4CBC9")
                self.assertEqual((status, out), (2, ""))
                self.assertIn(said, err.splitlines()[-1])

    def test_bad_arguments_are_one_line(self):
        for args, words in (
            (("#C4CBC9", "--date", "21 June"), "2026-06-21"),
            (("#C4CBC9", "--hours", "25"), "not an hour"),
            (("nothing",), "not #RRGGBB"),
        ):
            status, out, err = self.light(*args)
            self.assertEqual((status, out, err.count("\n")), (2, "", 1))
            self.assertIn(words, err)
        status, _, err = self.light("#C4CBC9", room=WHOLE | {"size": {"width": 4, "depth": 5, "height": 0}})
        self.assertEqual((status, err.count("\n")), (2, 1))
        self.assertIn("height", err)
        self.assertEqual(run("light", "/nowhere.json", "#C4CBC9")[0], 2)
