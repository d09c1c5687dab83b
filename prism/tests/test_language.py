"""Words of a language are data."""

import unittest
from pathlib import Path
from tempfile import TemporaryDirectory
from unittest import mock

from prism.query import AskError, parse


class AnotherLanguage(unittest.TestCase):
    """The words of wishes are data: a second language is a second file."""

    TABLE = """
[family]
[hue]
[wish]
phrases = [
  ["without", "(?:ohne|kein) ({hues})\\\\b"], ["amount", "({amounts})\\\\b"], ["direction", "({directions})\\\\b"],
  ["lrv", "lrv um {signed}"],
]
end = "$"
filler = "und bitte"
[wish.amounts]
"a touch" = ["etwas"]
[wish.directions]
warmer = ["waermer"]
lighter = ["heller"]
darker = ["dunkler"]
[wish.hues]
green = ["gruen"]
[wish.more]
[wish.less]
[wish.not_too]
[wish.kept]
"""

    def test_it_means_the_same(self):
        with TemporaryDirectory() as folder:
            (Path(folder) / "made-up.toml").write_text(self.TABLE)
            with mock.patch("prism.language.FOLDER", Path(folder)):
                wish = parse("etwas waermer, ohne gruen und lrv um 55", language="made-up")
                with self.assertRaises(AskError):
                    parse("a tad warmer", language="made-up")
        self.assertEqual(wish, parse("a tad warmer, no green, LRV about 55"))

    def test_a_language_without_words_is_refused(self):
        for language in ("yy", "../en"):
            with self.assertRaises(KeyError):
                parse("warmer", language=language)
