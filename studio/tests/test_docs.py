"""What the documents of the house say of the code is so."""

import re
from pathlib import Path
from unittest import TestCase

from tools import data_model, glossary

ROOT = Path(__file__).resolve().parents[2]
IN_CODE = re.compile(r"`([\w./-]+\.(?:py|html|toml|md))`|`([\w/]+/)`")


class Documents(TestCase):
    def test_paths_named_for_builders_are_there(self):
        for page in ("CONTRIBUTING.md", "README.md", "docs/architecture.md"):
            text = (ROOT / page).read_text(encoding="utf-8")
            for file, folder in IN_CODE.findall(text):
                name = file or folder
                if "/" not in name.rstrip("/"):
                    continue
                with self.subTest(page, name=name):
                    self.assertTrue((ROOT / name).exists())

    def test_ten_questions_are_answered(self):
        text = (ROOT / "CONTRIBUTING.md").read_text(encoding="utf-8")
        table = text.split("## Where is …?")[1].split("\n## ")[0]
        self.assertEqual(len(re.findall(r"^\| .+\? \| .*`.+`", table, re.M)), 10)

    def test_the_data_model_is_that_of_the_models(self):
        self.assertEqual(data_model.PAGE.read_text(encoding="utf-8"), data_model.page())

    def test_the_glossary_holds_and_its_faults_are_named(self):
        text = (
            "| **pool** | colours (`prism.palette.pool.Pool`) |\n| **pool**, **zyx** | nothing (`prism.nowhere.Pool`) |"
        )
        found = glossary.faults(text, "a pool of colours", lambda name: name == "prism.palette.pool.Pool")
        self.assertEqual(
            found, ["'pool' stands 2 times", "'zyx' is used nowhere", "no 'prism.nowhere.Pool' in the code"]
        )
        whole = glossary.PAGE.read_text(encoding="utf-8")
        self.assertEqual(glossary.faults(whole, glossary.product_text(), glossary.is_in_the_code), [])
