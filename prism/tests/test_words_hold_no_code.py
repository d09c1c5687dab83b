"""Sentences hold words of people, never a name that only the code uses."""

import ast
import re
import unittest
from pathlib import Path

from prism import words

CODE_NAME = re.compile(r"\b[A-Z][a-z]+(?:[A-Z][a-z]+)+\b|\b[a-z]+_[a-z]+ [a-z]+ |\b[a-z]+ [a-z]+_[a-z]+ ")


def sentences(tree):
    """Return the texts that a module may say: its strings of several words or with a full stop, without docstrings."""
    notes = {
        id(node.value) for node in ast.walk(tree) if isinstance(node, ast.Expr) and isinstance(node.value, ast.Constant)
    }
    for node in ast.walk(tree):
        text = getattr(node, "value", None) if isinstance(node, ast.Constant) and id(node) not in notes else None
        if isinstance(text, str) and (" " in text or text.endswith(".")):
            yield text


class NoCode(unittest.TestCase):
    def test_no_sentence_names_a_class_or_a_variable(self):
        for path in sorted(Path(words.__file__).parent.glob("*.py")):
            for said in sentences(ast.parse(path.read_text())):
                with self.subTest(path.name):
                    self.assertIsNone(CODE_NAME.search(said), said)
