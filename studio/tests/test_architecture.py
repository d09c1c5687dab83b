"""The picture of the house is drawn from the imports, and a circle is no house."""

import json
import re
import unittest
from graphlib import CycleError, TopologicalSorter
from pathlib import Path
from tempfile import TemporaryDirectory
from unittest import mock

from tools import architecture

IMPORTS = {
    "low": set(),
    "low.one": set(),
    "mid": set(),
    "mid.a": {"low.one", "mid.b"},
    "mid.b": {"low"},
    "top.x": {"mid.a", "low.one"},
}


class Folding(unittest.TestCase):
    def test_imports_of_modules_are_those_of_their_packages(self):
        found = architecture.folded(IMPORTS, ["low", "mid", "top"])
        self.assertEqual(found, {"low": set(), "mid": {"low"}, "top": {"mid", "low"}})

    def test_each_level_stands_above_all_that_it_imports(self):
        rows = architecture.levels(architecture.folded(IMPORTS, ["low", "mid", "top"]))
        self.assertEqual(rows, [["top"], ["mid"], ["low"]])

    def test_children_are_one_level_down(self):
        self.assertEqual(architecture.children(IMPORTS, "mid"), {"mid.a", "mid.b"})


class Drawn(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.imports = architecture.graph()

    def run_on(self, text, imports=None, *arguments):
        """Run the tool on a page; return what the page is afterwards."""
        with TemporaryDirectory() as folder:
            page = Path(folder) / "architecture.md"
            page.write_text(text)
            with (
                mock.patch.object(architecture, "PAGE", page),
                mock.patch.object(architecture, "graph", return_value=imports or self.imports),
                mock.patch("sys.argv", ["architecture", *arguments]),
            ):
                architecture.main()
            return page.read_text()

    def test_the_page_of_this_house_is_up_to_date(self):
        page = architecture.PAGE.read_text()
        self.assertEqual(self.run_on(page), page)

    def test_a_page_that_no_longer_matches_is_refused_and_drawn_anew(self):
        page = architecture.PAGE.read_text()
        stale = page.replace("→ prism, web", "→ prism")
        self.assertNotEqual(stale, page)
        with self.assertRaises(SystemExit) as left:
            self.run_on(stale)
        self.assertIn("does not match", str(left.exception))
        self.assertEqual(self.run_on(stale, None, "--write"), page)

    def test_a_circle_is_named(self):
        circle = {"prism.a": {"prism.b"}, "prism.b": {"prism.a"}}
        with self.assertRaises(CycleError):
            TopologicalSorter(circle).prepare()
        with self.assertRaises(SystemExit) as left:
            self.run_on(architecture.PAGE.read_text(), circle)
        self.assertIn("prism.a", str(left.exception))

    def test_nothing_below_knows_the_demo(self):
        for module, imported in self.imports.items():
            if not module.startswith(
                ("prism.demo", "prism.commands", "prism.__main__", "studio.management", "studio.demo_")
            ):
                self.assertFalse([one for one in imported if one.startswith("prism.demo")], module)


class Bill(unittest.TestCase):
    def test_the_bill_of_materials_names_what_is_installed(self):
        root = Path(__file__).resolve().parents[2]
        pinned = set(
            re.findall(r"^([a-z0-9][a-z0-9._-]*)==([^ ;\\]+)", (root / "requirements/base.txt").read_text(), re.M)
        )
        bill = json.loads((root / "docs/bill-of-materials.json").read_text())
        named = {(part["name"], part["version"]) for part in bill["components"]}
        self.assertEqual(pinned - named, set(), "run: make bill")
