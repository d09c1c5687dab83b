"""Tasks in the browser, with every act counted against what docs/tasks.md states."""

import re
from pathlib import Path

from e2e.browser import BrowserTest

TABLE = Path(__file__).parent.parent / "docs" / "tasks.md"
ROW = re.compile(r"\| (?P<task>[^|]+?) \| (?P<how>[^|]+?) \| (?P<before>\d+|–) \| (?P<now>\d+) \|")
DROP = """const [name, text] = arguments, carried = new DataTransfer();
carried.items.add(new File([text], name));
for (const kind of ['dragover', 'drop'])
  document.body.dispatchEvent(new DragEvent(kind, { bubbles: true, cancelable: true, dataTransfer: carried }));"""


class Counted(BrowserTest):
    """An act is one click, one key, or one thing typed whatever its length."""

    def setUp(self):
        super().setUp()
        self.actions = 0

    def hit(self, css):
        self.actions += 1
        self.find(css).click()

    def text_act(self, css, text):
        self.actions += 1
        self.find(css).send_keys(text)

    def tap(self, *keys):
        for key in keys:
            self.actions += 1
            self.press(key)

    def step(self, digit, name):
        self.tap(digit)
        self.wait(lambda: self.find("#review").get_attribute("data-step") == name)
        self.settled()

    def drop_deck(self, lines):
        self.open("/")
        self.hit("header a[href='/colours/']")
        self.wait(lambda: self.all("form[data-drop-deck]"))
        self.actions += 1
        self.browser.execute_script(DROP, "tide_tables.csv", "\n".join(lines))
        self.wait(lambda: "to add" in self.text("h1"))
        self.hit("form[action$='/apply/'] .strong")
        self.wait(lambda: "Tide tables" in self.text("main"))

    def look_at_one(self):
        """Log what is seen at the first viewing of the list, two scales and a yes."""
        self.hit(".slot a")
        self.wait(lambda: self.all("#viewing-form"))
        for scale in ("warmth", "depth"):
            self.actions += 1
            css = f"#viewing-form [name='{scale}'][value='1']"
            self.browser.execute_script("document.querySelector(arguments[0]).click()", css)
        self.hit("#viewing-form [value=yes]")
        self.wait(lambda: "Against the prediction" in self.text("main"))

    def decide(self):
        """Decide for the colour of the review that is open, with a reason."""
        self.step("8", "samples")
        self.hit(".parts a[href*='decide']")
        self.wait(lambda: self.all(".decide-form"))
        self.settled()
        self.text_act("#id_reason", "It holds by lamplight.")
        self.hit(".decide-form .strong")
        self.wait(lambda: "Decided" in self.text(".finding-line"))
        self.settled()

    def answer_no(self, address):
        """Say no behind a client's link, with words."""
        self.open("/" + address.split("/", 3)[3])
        self.text_act("article [name=text]", "Too cold for the evening.")
        self.hit("button[value=no]")
        self.wait(lambda: self.all("main [role=status]"))

    def took(self, task):
        stated = {row["task"]: int(row["now"]) for row in ROW.finditer(TABLE.read_text())}
        self.assertLessEqual(self.actions, stated[task], task)
