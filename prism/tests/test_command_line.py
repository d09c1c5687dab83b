"""The command line, run as scripts run it."""

import contextlib
import io
import json
import shlex
import subprocess
import sys
import tempfile
import unittest
import unittest.mock
from pathlib import Path

from prism import demo
from prism.__main__ import build_parser, main
from prism.formats import reflectance_csv
from prism.training.exercise import Kind


def run(*args, stdin=""):
    out, err = io.StringIO(), io.StringIO()
    status = 0
    with (
        contextlib.redirect_stdout(out),
        contextlib.redirect_stderr(err),
        unittest.mock.patch("sys.stdin", io.StringIO(stdin)),
    ):
        try:
            main(list(args))
        except SystemExit as leaving:
            status = leaving.code
    return status, out.getvalue(), err.getvalue()


class PlaceAndMix(unittest.TestCase):
    def test_what_stands_on_either_side(self):
        status, out, _ = run("place", "H16.3")
        self.assertEqual(status, 0)
        self.assertIn("is lighter", out)
        found = json.loads(run("place", "H16.3", "--json")[1])
        self.assertTrue(all(len(one) == 2 for one in found))
        (lighter,) = [one["lighter"] for one in found if "lighter" in one]
        self.assertEqual(demo.find(lighter["code"]).maker, demo.find("H16.3").maker)

    def test_two_stirred_together_lie_between(self):
        one, other = (demo.find(code).colour.lrv for code in ("H16.3", "T05.4"))
        made = json.loads(run("mix", "H16.3", "T05.4", "--parts", "2:1", "--json")[1])
        self.assertTrue(min(one, other) < made["lrv"] < max(one, other))
        self.assertIn("2 Pintle Blotter + 1", run("mix", "H16.3", "T05.4", "--parts", "2:1")[1])
        for parts in ("2", "2:x", "0:0", "-1:2", "1:2:3"):
            status, _, err = run("mix", "H16.3", "T05.4", f"--parts={parts}")
            self.assertEqual((status, err.count("\n")), (2, 1), parts)

    def test_a_deck_of_a_studio_is_looked_in(self):
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "deck.csv"
            near = "".join(f"A{i},Tide {i},Own,{80 + i / 2},{-1 + i % 3},{2.5 - i % 5}\n" for i in range(2, 30))
            path.write_text(f"code,name,maker,L*,a*,b*\nA1,Fog Bell,Own,80,-1,2.5\n{near}")
            status, out, _ = run("read", "A1", "--studio", str(path), "--json")
            self.assertEqual((status, json.loads(out)[0]["lab"]), (0, [80, -1, 2.5]))
            self.assertIn("Tide", run("beside", "A1", "--studio", str(path))[1])
            for args, said in (
                (("read", "H16.3"), "no"),
                (("strength", "A1", "50"), "no recipe"),
                (("read", "H16.3"), "H16.3"),
            ):
                status, _, err = run(*args, "--studio", str(path))
                self.assertEqual(status, 2)
                self.assertIn(said, err)
            path.write_text("code,name,L*,a*,b*\nA1,Fog,eighty,0,0\n")
            for wrong, said in ((path, "line 2"), (Path(folder) / "none.csv", "No such file")):
                status, _, err = run("read", "A1", "--studio", str(wrong))
                self.assertEqual((status, err.count("\n")), (2, 1))
                self.assertIn(said, err)
        self.assertEqual(run("read", "H16.3")[0], 0)  # the demo's again

    def test_a_formula_as_json(self):
        found = json.loads(run("formula", "H16.3", "-25", "--can", "quart", "--json")[1])
        self.assertEqual((found["can"], found["name"]), ("quart", "Pintle Blotter at 75 %"))
        self.assertTrue(all(line["ml"] > 0 for line in found["lines"]))

    def test_what_no_paint_can_be_is_said(self):
        self.assertIn("No paint can have this Lab", run("read", "lab:10,-120,120")[1])
        self.assertNotIn("No paint can have this Lab", run("read", "lab:80,-2,3", "H16.3")[1])
        found = json.loads(run("read", "lab:10,-120,120", "H16.3", "--json")[1])
        self.assertEqual([one["possible_as_paint"] for one in found], [False, True])

    def test_percents_end_where_they_end_in_the_studio(self):
        status, _, err = run("strength", "H16.3", "5000")
        self.assertEqual(status, 2)
        self.assertIn("between −100 and 400", err)


class Read(unittest.TestCase):
    def test_every_kind_of_colour(self):
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "reading.csv"
            path.write_text(reflectance_csv.write(demo.find("H16.3").colour.reflectance))
            status, out, _ = run(
                "read", "#C4CBC9", "lab:80,-2,3", "lab50:80,-2,3", f"spectrum:{path}", "h16.3", "--json"
            )
        self.assertEqual(status, 0)
        found = json.loads(out)
        self.assertEqual(
            [item["provenance"] for item in found],
            ["screen", "maker-lab", "converted-lab", "reading-single", "reading-average"],
        )
        self.assertAlmostEqual(found[3]["lrv"], found[4]["lrv"], places=3)
        for item in found:
            self.assertLessEqual(
                {
                    "input",
                    "provenance",
                    "lrv",
                    "lab",
                    "depth",
                    "family",
                    "undertone",
                    "temperature",
                    "screen",
                    "uncertainty",
                },
                set(item),
            )
            self.assertLessEqual({"main", "second", "strength", "strength_word", "ruled_out"}, set(item["undertone"]))
            self.assertLessEqual({"value", "word"}, set(item["temperature"]))

    def test_methods_and_neutrals(self):
        def found(colour, *more):
            return json.loads(run("read", colour, "--json", *more)[1])[0]

        depths = [found("lab:80.17,0,4", "--school", name)["depth"] for name in ("wall", "even")]
        self.assertEqual(depths, ["light", "mid-tone"])
        hues = [found("lab:80,-1,1.2", "--neutral", kind)["undertone"]["main"] for kind in ("painted", "grey")]
        self.assertEqual(hues, ["blue", "green"])

    def test_plain_text(self):
        status, out, _ = run("read", "H16.3")
        self.assertEqual(status, 0)
        self.assertIn("blue undertone", out)


class Compare(unittest.TestCase):
    def test_first_beside_second(self):
        found = json.loads(run("compare", "H16.3", "HW03", "--json")[1])
        self.assertIn("darker", found["directions"])
        self.assertLess(found["lrv_difference"], 0)
        self.assertIn("darker", found["sentence"])
        back = json.loads(run("compare", "HW03", "H16.3", "--json")[1])
        self.assertIn("lighter", back["directions"])
        self.assertEqual(found["delta_e00"], back["delta_e00"])


class DeltaE(unittest.TestCase):
    def test_files_headings_and_standard_input(self):
        pair = "50,2.6772,-79.7751,50,0,-82.7485\n"
        self.assertEqual(json.loads(run("delta-e", "-", "--json", stdin=pair)[1]), [2.04246])
        self.assertEqual(json.loads(run("delta-e", "-", "--json", stdin="L1,a1,b1,L2,a2,b2\n" + pair)[1]), [2.04246])
        published = Path(__file__).parent / "ciede2000_pairs.csv"
        trimmed = "\n".join(",".join(line.split(",")[:6]) for line in published.read_text().splitlines())
        self.assertEqual(len(json.loads(run("delta-e", "-", "--json", stdin=trimmed)[1])), 34)
        self.assertEqual(json.loads(run("delta-e", "-", "--json", stdin="")[1]), [])


class StrengthCommand(unittest.TestCase):
    def test_signs_and_minus_signs(self):
        status, out, _ = run("strength", "H16.3", "-50%", "−25", "0", "25%", "--json")
        self.assertEqual(status, 0)
        found = json.loads(out)
        self.assertEqual([item["percent"] for item in found], [-50, -25, 0, 25])
        self.assertEqual(found[2]["delta_e00"], 0)
        self.assertGreater(found[0]["lrv"], found[3]["lrv"])
        self.assertLessEqual({"lrv", "lab", "delta_e00", "undertone", "recipe"}, set(found[0]))


class Boards(unittest.TestCase):
    def test_the_set_with_its_reasons(self):
        status, out, _ = run("beside", "H16.3")
        self.assertEqual(status, 0)
        self.assertRegex(out, r"^\S+ [^:]+: The cleanest white in these decks")
        self.assertIn("Chosen because it is", out)
        self.assertIn("A contrast colour", out)
        picked = json.loads(run("beside", "#C4CBC9", "--json")[1])
        self.assertEqual([one["why"] for one in picked[:3]], ["clean", "warmest", "coolest"])


class Many(unittest.TestCase):
    def test_read_goes_on_after_a_bad_line_and_says_which(self):
        status, out, err = run("read", "-", "--json", stdin="#C4CBC9\nnonsense\n\nlab:84,-1,4\n")
        self.assertEqual(status, 1)
        found = json.loads(out)
        self.assertEqual([one["input"] for one in found], ["#C4CBC9", "lab:84,-1,4"])
        self.assertIn("line 2: nonsense: not #RRGGBB", err)
        self.assertEqual(found[0]["undertone"]["level"], "certain")
        self.assertEqual(found[0]["undertone"]["hues"], ["blue"])
        self.assertEqual(found[1]["undertone"]["hues"], [])
        self.assertEqual(found[1]["undertone"]["level"], "none")
        self.assertIn(found[0]["temperature"]["level"], ("certain", "probably", "none"))
        self.assertEqual((found[0]["depth_level"], found[0]["family"]), ("certain", "grey"))

    def test_compare_takes_two_a_line(self):
        status, out, err = run("compare", "-", "--json", stdin="H16.3 H16.4\nH16.3\n#F4EBD9 #EADFC9\n")
        self.assertEqual(status, 1)
        self.assertIn("line 2: H16.3: 2 colours are needed", err)
        strip, creams = json.loads(out)
        self.assertIn("lighter", strip["directions"])
        self.assertIn("lighter", creams["directions"] + creams["probably"])
        status, out, _ = run("compare", "-", "--one-maker", "--json", stdin="#F4EBD9 #EADFC9\n")
        self.assertEqual(status, 0)
        self.assertLess(json.loads(out)[0]["uncertainty"], creams["uncertainty"])
        self.assertIsInstance(json.loads(run("compare", "H16.3", "H16.4", "--json")[1]), dict)

    def test_its_help_has_examples_that_work(self):
        status, out, _ = run("--help")
        self.assertEqual(status, 0)
        lines = [line.split("prism ", 1)[1] for line in out.splitlines() if line.startswith("  python -m prism")]
        self.assertGreater(len(lines), 5)
        for line in lines:
            if not any(needs in line for needs in (".csv", ".json", ">")):  # files that are not here
                self.assertEqual(run(*shlex.split(line))[0], 0, line)

    def test_its_version(self):
        self.assertEqual(run("--version")[1].strip(), "prism 0.1.0")

    def test_a_closed_pipe_is_no_traceback(self):
        codes = "\n".join(entry.code for entry in demo.deck()[:1500])
        command = f"printf '%s' '{codes}' | {sys.executable} -m prism read - | head -1"
        done = subprocess.run(["bash", "-c", command], capture_output=True, text=True, timeout=60)
        self.assertTrue(done.stdout)
        self.assertEqual(done.stderr, "")


class Recipes(unittest.TestCase):
    def test_estimates_and_formulas(self):
        status, out, _ = run("recipe", "lab:84,-1,4")
        self.assertEqual(status, 0)
        self.assertIn("estimated from its Lab values alone", out)
        best = json.loads(run("recipe", "H16.3", "--json")[1])[0]["recipes"][0]
        self.assertEqual((best["from_spectrum"], best["base"]), (True, demo.find("H16.3").recipe.base))
        self.assertIn("these colorants cannot make it", run("recipe", "lab:50,95,60")[1])
        codes = [entry.code for entry in demo.deck()[:120]]
        status, out, err = run("recipe", "-", "--json", stdin="\n".join(codes))
        self.assertEqual([item["input"] for item in json.loads(out)], codes)
        self.assertEqual(err.splitlines(), ["prism: 50 of 120 done", "prism: 100 of 120 done"])
        status, out, _ = run("formula", "H16.3", "-25", "--can", "quart")
        self.assertEqual(status, 0)
        self.assertIn("at 75 %\nwhite base (B1), quart\n", out)


class Errors(unittest.TestCase):
    def test_one_line_that_names_the_argument_and_status_2(self):
        for args, part in (
            (("read", "#12345"), "#12345"),
            (("read", "lab:140,0,0"), "140"),
            (("read", "lab:1,2"), "lab:1,2"),
            (("read", "lab:a,b,c"), "'a'"),
            (("read", "lab:nan,0,0"), "nan"),
            (("read", "spectrum:/no/such/file.csv"), "/no/such/file.csv"),
            (("read", "H99.9"), "H99.9"),
            (("read", "H16.3", "--school", "nobody"), "nobody"),
            (("read", "H16.3", "--neutral", "pink"), "pink"),
            (("read",), "COLOUR"),
            (("compare", "H16.3"), "B"),
            (("strength", "H16.3", "-101"), "-101"),
            (("strength", "H16.3", "lots"), "lots"),
            (("strength", "nothing", "25"), "nothing"),
            (("delta-e", "/no/such/file"), "/no/such/file"),
            (("beside", "nothing"), "nothing"),
            (("recipe", "#12"), "#12"),
            (("formula", "H16.3", "-120"), "-120"),
            (("formula", "H16.3", "--can", "bucket"), "bucket"),
            ((), "command"),
        ):
            with self.subTest(args):
                status, out, err = run(*args)
                self.assertEqual((status, out), (2, ""))
                self.assertEqual(err.count("\n"), 1)
                self.assertIn(part, err)

    def test_bad_lines_of_delta_e(self):
        for text, part in (("50,0,0,50,0,0\n1,2,3\n", "line 2"), ("50,0,0,50,0,x\n", "'x'")):
            status, _, err = run("delta-e", "-", stdin=text)
            self.assertEqual(status, 2)
            self.assertIn(part, err)


class Help(unittest.TestCase):
    COMMANDS = sorted(next(a for a in build_parser()._actions if isinstance(a.choices, dict)).choices)

    def test_every_command_shows_how_it_is_called(self):
        for command in self.COMMANDS:
            with self.subTest(command):
                status, out, _ = run(command, "--help")
                self.assertEqual(status, 0)
                self.assertIn(f"  python -m prism {command} ", out)

    def test_json_everywhere(self):
        for command in set(self.COMMANDS) - {"completion"}:
            self.assertIn("--json", run(command, "--help")[1], command)

    def test_a_shell_completes_commands_and_options(self):
        for shell in ("bash", "zsh"):
            status, script, _ = run("completion", shell)
            self.assertEqual(status, 0)
            for word in (*self.COMMANDS, "--gap", "--one-maker"):
                self.assertIn(word, script)
        script = run("completion", "bash")[1]
        ask = f"{script}\nCOMP_WORDS=(prism whites --g); COMP_CWORD=2; _shtab_prism; echo ${{COMPREPLY[@]}}"
        told = subprocess.run(["bash", "-c", ask], capture_output=True, text=True, check=True)
        self.assertEqual(told.stdout.split(), ["--gap"])


class Exercises(unittest.TestCase):
    def test_every_kind_and_the_same_seed_the_same_wall(self):
        for kind in Kind:
            with self.subTest(kind):
                status, out, _ = run("exercise", kind, "--seed", "4", "--json")
                self.assertEqual(status, 0)
                self.assertEqual(run("exercise", kind, "--seed", "4", "--json")[1], out)
                found = json.loads(out)
                self.assertEqual(found["kind"], kind)
                self.assertTrue(found["question"].endswith(("?", ".")) and found["because"].endswith("."))
                for answer in found["accepted"]:
                    named = answer if isinstance(answer, list) else [answer]
                    self.assertTrue(set(named) <= {*found["boards"], *found["choices"]})
                    if isinstance(answer, list):
                        self.assertEqual(sorted(named), sorted(found["boards"]))

    def test_what_cannot_be_is_said(self):
        for args, said in (
            (("exercise", "guess"), "invalid choice"), (("exercise", "warmer", "--apart", "wide"), "0.3 to 15.0"),
            (("exercise", "warmer", "--seed", "x"), "invalid int"),
        ):  # fmt: skip
            status, _, err = run(*args)
            self.assertEqual(status, 2)
            self.assertIn(said, err)
        with tempfile.TemporaryDirectory() as folder:
            deck = Path(folder) / "deck.csv"
            deck.write_text("code,name,L*,a*,b*\nA1,Fog,80,0,0\n")
            status, _, err = run("exercise", "odd", "--studio", str(deck))
            self.assertEqual(status, 2)
            self.assertIn("have too few colours", err)
