"""Worked examples in the docstrings of the core hold."""

import doctest
import importlib
import pkgutil
import unittest

import prism


def modules():
    """Return every module of the core but its tests."""
    for found in pkgutil.walk_packages(prism.__path__, "prism."):
        if ".tests" not in found.name and not found.name.endswith("__main__"):
            yield importlib.import_module(found.name)


class Examples(unittest.TestCase):
    def test_every_worked_example_holds(self):
        tried = 0
        for module in modules():
            with self.subTest(module.__name__):
                said = []
                runner = doctest.DocTestRunner()
                for example in doctest.DocTestFinder(exclude_empty=True).find(module):
                    runner.run(example, out=said.append)
                self.assertEqual(runner.failures, 0, "".join(said))
                tried += runner.tries
        self.assertGreaterEqual(tried, 18)
