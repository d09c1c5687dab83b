"""Fabrics, proportions, repetition, use, contrast for people and cautions."""

import unittest
from itertools import permutations, product

import numpy as np

from prism import demo, method, words
from prism.palette import cautions, contrast, fabric, proportions, use
from prism.palette.proportions import SplitError
from prism.palette.use import Around, Suits
from prism.reading import read, read_all
from prism.stimulus import from_lab

WALL, EVEN = method.load(), method.load("even")


def reading(lab, chosen=WALL):
    return read(from_lab(lab), chosen)


def cloth(name, *parts):
    return fabric.fabric(name, [reading(lab) for lab, _ in parts], [share for _, share in parts])


GREENISH, PINKISH = (70, -5, 6), (70, 5, 7)
DEEP_GREEN, PALE_GREEN, GREY = (35, -9, 8), (88, -4, 5), (60, -0.25, 4.6)


class Discriminating(unittest.TestCase):
    def test_verdicts_tell_colours_apart(self):
        # what holds of nearly every colour tells nobody anything: the sixteen together carry six bits, none is constant
        readings = read_all([entry.colour for entry in demo.deck()[::4]], WALL)
        verdicts = np.array([[int(one.suits) for one in use.uses(found, WALL)] for found in readings])
        _, counts = np.unique(verdicts, axis=0, return_counts=True)
        share = counts / counts.sum()
        self.assertGreater(float(-(share * np.log2(share)).sum()), 5.8)
        for surface, column in zip(use.SURFACES, verdicts.T, strict=True):
            self.assertLess(max(np.bincount(column, minlength=3)) / len(column), 0.85, surface)


class Fabrics(unittest.TestCase):
    def test_same_undertone_and_another_depth_belongs_best(self):
        rug = cloth("rug", (DEEP_GREEN, 1))
        same, other = (fabric.belonging(reading(lab), rug, WALL) for lab in (GREENISH, PINKISH))
        self.assertGreater(same.score, 0.9)
        self.assertLess(other.score, 0.3)
        self.assertTrue(other.clashes)
        self.assertIn("clashes with the rug", words.palette.belongs("It", "rug", other))

    def test_same_depth_merges(self):
        near = fabric.belonging(reading((36, -8, 8)), cloth("rug", (DEEP_GREEN, 1)), WALL)
        apart = fabric.belonging(reading(PALE_GREEN), cloth("rug", (DEEP_GREEN, 1)), WALL)
        self.assertTrue(near.same_depth)
        self.assertLess(near.score, apart.score)
        self.assertIn("merge", words.palette.belongs("It", "rug", near))

    def test_a_far_clearer_paint_is_another_colour(self):
        rug = cloth("rug", (DEEP_GREEN, 1))
        same, clear = (fabric.belonging(reading(lab), rug, WALL) for lab in (GREENISH, (70, -40, 25)))
        self.assertLess(clear.score, same.score / 2)

    def test_shares_count(self):
        little = cloth("weave", (DEEP_GREEN, 20), ((40, 12, 6), 80))
        much = cloth("weave", (DEEP_GREEN, 80), ((40, 12, 6), 20))
        paint = reading(GREENISH)
        one, other = (fabric.belonging(paint, each, WALL) for each in (little, much))
        self.assertLess(one.score, other.score)
        self.assertAlmostEqual(other.agrees, 0.8)
        self.assertIn("80 %", words.palette.belongs("It", "weave", other))

    def test_what_has_no_undertone_disturbs_nothing(self):
        found = fabric.belonging(reading(PINKISH), cloth("felt", (GREY, 1)), WALL)
        self.assertTrue(found.quiet)
        self.assertFalse(found.clashes)
        self.assertTrue(0.4 < found.score < fabric.BELONGS)  # neither belongs nor clashes

    def test_the_scores_of_many_are_those_of_each(self):
        fabrics = [cloth("rug", (DEEP_GREEN, 60), (GREY, 40)), cloth("felt", ((40, 12, 6), 1))]
        paints = [reading(lab) for lab in (GREENISH, PINKISH, PALE_GREEN)]
        table = fabric.scores([p.undertone.vector for p in paints], [p.lrv for p in paints], fabrics, WALL)
        for i, paint in enumerate(paints):
            for j, one in enumerate(fabrics):
                self.assertAlmostEqual(table[i, j], fabric.belonging(paint, one, WALL).score)

    def test_ranked_by_how_many_then_the_least_then_the_mean_whatever_the_order(self):
        table = np.array([[0.9, 0.2], [0.7, 0.65], [0.61, 0.9], [0.7, 0.65]])
        keys = ["a", "d", "c", "b"]
        self.assertEqual(fabric.ranked(table, keys), [3, 1, 2, 0])
        for order in permutations(range(4)):
            rows = list(order)
            found = fabric.ranked(table[rows], [keys[i] for i in rows], 2)
            self.assertEqual([keys[rows[i]] for i in found], ["b", "d"])

    def test_fabrics_thought_alike_are_told_apart(self):
        alike = [cloth("rug", ((62, -3, 8), 1)), cloth("curtain", ((62, 3, 8), 1)), cloth("sofa", ((20, 0, 1), 1))]
        (told,) = fabric.told_apart(alike, WALL)
        self.assertEqual((told.first, told.second), (0, 1))
        said = words.palette.fabrics_differ("rug", "curtain", told.delta_e, told.finding, alike[0].main.lrv)
        self.assertIn("the rug is greener", said)
        self.assertEqual(fabric.told_apart([alike[0], cloth("same", ((62, -3, 8), 1))], WALL), [])

    def test_a_fabric_without_a_share_is_none(self):
        for shares in ([0], [-1], []):
            with self.assertRaises(ValueError):
                fabric.fabric("rug", [reading(GREY)][: len(shares)], shares)


class Proportions(unittest.TestCase):
    def test_splits_as_they_are_typed(self):
        self.assertEqual(proportions.parse_split(" 30 / 70 "), (70, 30))
        for text, total in (("60/30", 90), ("60/40/10", 110), ("100/0", 100), ("60", None), ("a/b", None), ("", None),
                            ("20/20/20/20/20", None), ("٦٠/٤٠", None), ("-70/170", None)):  # fmt: skip
            with self.assertRaises(SplitError) as wrong:
                proportions.parse_split(text)
            self.assertEqual(wrong.exception.total, total, text)

    def test_the_nearest_split(self):
        for found, split in (([0.72, 0.28], (70, 30)), ([0.82, 0.18], (80, 20)), ([0.6, 0.28, 0.12], (60, 30, 10))):
            self.assertEqual(proportions.nearest_split(found)[0], split)
        self.assertEqual(proportions.off([0.7, 0.2, 0.1], (70, 30)), 0)

    def test_shares_of_nothing_are_none(self):
        self.assertEqual(proportions.shares({"walls": 0.0}), [])
        self.assertIsNone(proportions.fit({"walls": 0.0}, (70, 30)))

    def test_fitting_equals_trying_every_way(self):
        rng = np.random.default_rng(3)
        for split in proportions.SPLITS:
            areas = {f"s{i}": float(area) for i, area in enumerate(rng.uniform(1, 40, 5))}
            found = proportions.fit(areas, split, {"s0": 0})
            whole = sum(areas.values())
            tried = []
            for way in product(range(len(split)), repeat=4):
                sums = [0.0] * len(split)
                for name, part in zip(areas, (0, *way), strict=True):
                    sums[part] += areas[name]
                tried.append(max(abs(100 * s / whole - want) for s, want in zip(sums, split, strict=True)))
            self.assertAlmostEqual(found.off, min(tried), places=5)
            self.assertEqual(found.parts["s0"], 0)

    def test_half_and_half_is_warned_of_as_the_method_has_it(self):
        for warm, wall, even in ((50, True, True), (65, False, True), (75, False, False)):
            areas, warmth = (warm, 100 - warm), (5.0, -5.0)
            self.assertEqual(proportions.sides(areas, warmth, WALL).half, wall)
            self.assertEqual(proportions.sides(areas, warmth, EVEN).half, even)
        self.assertFalse(proportions.sides((50, 50), (5.0, 0.0), WALL).half)
        half = words.palette.sides_text(proportions.sides((50, 50), (5.0, -5.0), WALL), 60)
        self.assertIn("Let one lead", half)

    def test_a_colour_is_repeated_by_its_like_or_its_undertone(self):
        own = (70, -6, 6)
        others = [
            ("chair", (70, -5, 6), 2.0),
            ("rug", (40, -6, 8), 6.0),
            ("sofa", (60, 8, 6), 5.0),
            ("nothing", own, 0.0),
        ]
        found = proportions.repeats(own, others, WALL)
        self.assertEqual(found.where, ("rug", "chair"))
        self.assertFalse(found.one_size)
        self.assertTrue(proportions.repeats(own, [("a", own, 2.0), ("b", own, 2.2)], WALL).one_size)
        self.assertIn("two times", words.palette.repeats_text("It", proportions.repeats(own, [], WALL), 2))


class Uses(unittest.TestCase):
    def found(self, lab, chosen=WALL, **around):
        return {one.surface: one for one in use.uses(reading(lab, chosen), chosen, Around(**around))}

    def level(self, lab, surface, chosen=WALL, **around):
        return self.found(lab, chosen, **around)[surface].suits

    def test_every_surface_is_judged_with_a_reason_that_has_its_figures(self):
        for lab in ((96, -0.3, 3), (80, -2, 5), (60, 20, 30), (40, -2, 3), (18, 0, -2), (70, -30, 20)):
            for surface, one in self.found(lab).items():
                self.assertTrue(one.reasons, surface)
                said = words.use.use_text(surface, one.suits, one.reasons)
                self.assertNotIn("{", said)
                self.assertRegex(words.use.use_figures(one.reasons), r"^-?[\d.,−]+ against", said)
        self.assertEqual(tuple(self.found((80, 0, 4))), use.SURFACES)

    def test_depth_decides_of_walls(self):
        for lab, level in (((85, -1, 5), Suits.SUITS), ((70, -1, 5), Suits.WITH_CARE), ((45, -1, 5), Suits.NO)):
            self.assertEqual(self.level(lab, "walls of the whole home"), level)
        self.assertEqual(self.level((80.5, -1, 5), "walls of the whole home"), Suits.SUITS)
        self.assertEqual(self.level((80.5, -1, 5), "walls of the whole home", EVEN), Suits.WITH_CARE)

    def test_a_deep_colour_all_over_wants_a_large_daylit_room(self):
        deep = (35, -2, 4)
        self.assertEqual(self.level(deep, "all over"), Suits.WITH_CARE)
        self.assertEqual(self.level(deep, "all over", floor=30, lux=900), Suits.SUITS)
        self.assertEqual(self.level(deep, "all over", floor=9, lux=900), Suits.NO)
        self.assertEqual(self.level(deep, "all over", floor=30, lux=50), Suits.NO)
        self.assertEqual(self.level(deep, "all over", floor=30, lux=300), Suits.WITH_CARE)
        self.assertEqual(self.level(deep, "walls of one room", floor=30, lux=900), Suits.SUITS)

    def test_chroma_decides_of_large_surfaces_and_not_of_furniture(self):
        strong, clear = (82, 4, 40), (70, 4, 22)
        self.assertEqual(self.level(strong, "walls of the whole home"), Suits.NO)
        self.assertEqual(self.level(strong, "walls of one room"), Suits.WITH_CARE)
        self.assertEqual(self.level(clear, "cabinets"), Suits.WITH_CARE)
        self.assertEqual(self.level(strong, "cabinets"), Suits.NO)
        self.assertEqual(self.level(strong, "furniture"), Suits.SUITS)
        self.assertEqual(self.level((92, 0, 4), "furniture"), Suits.NO)  # a pale quiet piece says nothing

    def test_a_deep_ceiling_comes_down(self):
        self.assertEqual(self.level((92, 0, 3), "ceiling"), Suits.SUITS)
        one = self.found((60, 0, 3))["ceiling"]
        self.assertIn("brings a ceiling down", words.use.use_text("ceiling", one.suits, one.reasons))

    def test_trim_is_light_or_dark_and_shows_its_edge(self):
        self.assertEqual(self.level((94, 0, 3), "trim"), Suits.SUITS)
        self.assertEqual(self.level((25, 0, 0), "trim"), Suits.SUITS)
        self.assertEqual(self.level((85, 0, 3), "trim"), Suits.WITH_CARE)
        self.assertEqual(self.level((70, 0, 3), "trim"), Suits.NO)
        self.assertEqual(self.level((70, 0, 3), "doors"), Suits.SUITS)  # a door is told from white trim
        self.assertEqual(self.level((94, 0, 3), "trim", walls=82), Suits.WITH_CARE)

    def test_the_most_brilliant_white_glares_on_doors(self):
        self.assertEqual(self.level((97, -0.3, 3.5), "doors"), Suits.WITH_CARE)
        self.assertEqual(self.level((94, -0.3, 3.5), "doors"), Suits.SUITS)

    def test_floors_show_dust_and_dirt(self):
        for lab, level in (
            ((30, 0, 2), Suits.WITH_CARE),
            ((60, 0, 4), Suits.SUITS),
            ((84, 0, 4), Suits.WITH_CARE),
            ((93, 0, 4), Suits.NO),
        ):
            self.assertEqual(self.level(lab, "floor"), level)

    def test_outdoors_dark_colours_heat_up_and_the_substrate_has_its_own_limit(self):
        self.assertEqual(self.level((30, 0, 2), "shutters"), Suits.WITH_CARE)
        self.assertEqual(self.level((60, 0, 2), "shutters"), Suits.SUITS)
        self.assertEqual(self.level((60, 0, 2), "shutters", limit=40), Suits.NO)
        self.assertEqual(self.level((96, 0, 2), "outside walls"), Suits.WITH_CARE)
        self.assertEqual(self.level((70, 0, 4), "porch ceiling"), Suits.WITH_CARE)
        self.assertEqual(self.level((40, 0, 2), "porch ceiling"), Suits.NO)
        self.assertEqual(self.level((92, 0, 4), "shutters"), Suits.NO)  # lost on a pale wall

    def test_outdoors_everything_is_lighter_and_less_coloured(self):
        for lab in ((85, -2, 6), (60, 10, 20), (30, 10, 10), (70, -20, -10)):
            found = use.outdoors(lab)
            self.assertGreater(found.lighter, 0.8, lab)
            self.assertGreater(found.paler, 0, lab)
        # a deep colour gains most, and more of a sheen means more of a veil
        self.assertGreater(use.outdoors((30, 10, 10)).lighter, use.outdoors((85, -2, 6)).lighter)
        self.assertGreater(use.outdoors((30, 10, 10), "gloss").lighter, use.outdoors((30, 10, 10), "matte").lighter)


class People(unittest.TestCase):
    def test_contrasts_by_each_rule(self):
        found = contrast.contrast(20, 60)
        self.assertEqual((found.points, found.michelson), (40, 0.5))
        self.assertAlmostEqual(found.weber, 2 / 3)
        self.assertEqual(contrast.contrast(60, 20), found)
        self.assertEqual(contrast.contrast(0, 0).michelson, 0)

    def test_points_and_ratios_may_disagree(self):
        dark = {one.rule: one.met for one in contrast.held("doors", 5, 20, WALL)}
        self.assertEqual(dark, {"points": False, "michelson": True})
        light = {one.rule: one.met for one in contrast.held("doors", 88, 57, WALL)}
        self.assertEqual(light, {"points": True, "michelson": False})

    def test_small_things_need_more_and_signs_are_held_against_a_third(self):
        self.assertEqual({one.wanted for one in contrast.held("switches", 5, 20, WALL)}, {30, 0.6})
        self.assertEqual([one.rule for one in contrast.held("signs", 5, 80, WALL)], ["points", "michelson", "weber"])
        for thing in contrast.THINGS:
            said = words.use.contrast_line(thing, contrast.held(thing, 30, 90, WALL))
            self.assertRegex(said, r"60 points, (enough contrast|but both are too light)", thing)
        self.assertTrue(
            words.use.contrast_line("handrail", contrast.held("handrail", 60, 90, WALL)).endswith(
                "too light to tell apart well"
            )
        )


class Cautions(unittest.TestCase):
    def test_each_applies_where_it_does_and_once(self):
        plain = cautions.cautions(cautions.Site(repaints=False, others_decide=False), WALL)
        self.assertEqual(plain, ["ventilation", "screen"])
        full = cautions.cautions(cautions.Site(height=3.4, outside=(12.0, 15.0), limit=25, way_out=True), WALL)
        self.assertEqual(sorted(full), sorted(set(full)))
        self.assertEqual(full, list(cautions.ORDER))
        self.assertIn("substrate", cautions.cautions(cautions.Site(outside=(22.0,), limit=25), WALL))
        self.assertNotIn("heat", cautions.cautions(cautions.Site(outside=(22.0,), limit=25), WALL))
        self.assertNotIn("heights", cautions.cautions(cautions.Site(height=2.4), WALL))

    def test_all_are_worded_shortly(self):
        for key in cautions.ORDER:
            self.assertLess(len(words.use.CAUTIONS[key]), 120, key)


class Demo(unittest.TestCase):
    def test_a_pale_grey_green_of_the_demo(self):
        found = {one.surface: one.suits for one in use.uses(read(demo.find("H16.3").colour, WALL), WALL)}
        self.assertEqual(found["walls of the whole home"], Suits.SUITS)
        self.assertEqual(found["trim"], Suits.WITH_CARE)
