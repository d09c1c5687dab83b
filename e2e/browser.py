"""The real interface in headless Chromium."""

from __future__ import annotations

import os
import shutil
import sqlite3
import tempfile
import threading
import time
from contextlib import suppress
from functools import cache
from multiprocessing.util import Finalize
from pathlib import Path

from django.conf import settings
from django.contrib.auth.models import User
from django.contrib.staticfiles.testing import StaticLiveServerTestCase
from django.core import signing
from django.core.management import call_command
from django.core.signals import request_finished, request_started
from django.db import connection
from django.test import override_settings
from selenium.common.exceptions import StaleElementReferenceException, TimeoutException
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.support.ui import WebDriverWait

from e2e.chromium import PHONE, WIDE, resize, start_chromium
from studio import demo_visit

AXE = Path(settings.ROOT) / "node_modules" / "axe-core" / "axe.min.js"
PLAIN_STATIC = {
    "default": {"BACKEND": "django.core.files.storage.FileSystemStorage"},
    "staticfiles": {"BACKEND": "django.contrib.staticfiles.storage.StaticFilesStorage"},
}


class Traffic:
    """Knows how many requests the studio is answering, so that no test empties the database under one of them."""

    def __init__(self):
        self._lock = threading.Lock()
        self._under_way = 0
        request_started.connect(self._started)
        request_finished.connect(self._finished)

    def _started(self, **_):
        with self._lock:
            self._under_way += 1

    def _finished(self, **_):
        with self._lock:
            self._under_way = max(0, self._under_way - 1)

    def calm(self, seconds=8):
        """Wait until all are answered; one whose browser went away is not told of, and given up after a while."""
        end = time.monotonic() + seconds
        while self._under_way and time.monotonic() < end:
            time.sleep(0.02)
        self._under_way = 0


traffic = Traffic()


_demo = sqlite3.connect(":memory:", check_same_thread=False)
"""The database as it stands when the demo has just been loaded; empty until the first test."""


def begin_with_demo():
    """Load the demo, once; later tests begin with a copy of what was loaded then."""
    connection.ensure_connection()
    if _demo.execute("SELECT count(*) FROM sqlite_master").fetchone()[0]:
        _demo.backup(connection.connection)
        return
    with Path(os.devnull).open("w") as nowhere:
        call_command("load_demo", stdout=nowhere)
    connection.connection.backup(_demo)


@cache
def the_browser():
    """Return the browser of this process, which ends with it, be it one of several that share the tests."""
    profile = tempfile.mkdtemp()
    Finalize(None, shutil.rmtree, args=(profile,), kwargs={"ignore_errors": True}, exitpriority=1)
    browser = start_chromium(profile)
    Finalize(None, browser.quit, exitpriority=2)
    return browser


@override_settings(STORAGES=PLAIN_STATIC, DEMO=True)
class BrowserTest(StaticLiveServerTestCase):
    """A demo studio, a browser that has been nowhere, and a check after every test that the console stayed silent."""

    @classmethod
    def setUpClass(cls):
        super().setUpClass()
        cls.browser = the_browser()
        for window in cls.browser.window_handles[1:]:
            cls.browser.switch_to.window(window)
            cls.browser.close()
        cls.browser.switch_to.window(cls.browser.window_handles[0])
        storage = {"origin": cls.live_server_url, "storageTypes": "all"}
        cls.browser.execute_cdp_cmd("Storage.clearDataForOrigin", storage)

    def setUp(self):
        begin_with_demo()
        self.expected_statuses = ()
        self.expected_cut = False
        resize(self.browser, *WIDE)
        self.enter()
        self.open("/")
        self.wait(lambda: self.find("#begin-title"))

    def enter(self):
        """Be signed in to the ready studio, known to the browser as its own: a copy would have other numbers in each
        test."""
        model = User.objects.get(username=demo_visit.MODEL)
        self.client.cookies[demo_visit.COOKIE] = signing.dumps(model.pk, salt=demo_visit.SALT)
        self.client.post("/enter-demo/")
        self.browser.execute_cdp_cmd("Network.clearBrowserCookies", {})
        for name, cookie in self.client.cookies.items():
            given = {"name": name, "value": cookie.value, "url": self.live_server_url}
            self.browser.execute_cdp_cmd("Network.setCookie", given)

    def tearDown(self):
        self.settled()
        self.browser.get("about:blank")
        traffic.calm()
        for entry in self.browser.get_log("browser"):
            said = entry["message"]
            expected = any(f"status of {s}" in said or f"Error Code {s}" in said for s in self.expected_statuses)
            expected = expected or (self.expected_cut and "ERR_CONNECTION_REFUSED" in said)
            self.assertTrue(expected, said)

    def _fixture_teardown(self):
        """Leave the database as it is: the next test begins with a copy of what the demo loaded."""

    # --- acts ---

    def open(self, path):
        self.browser.get(self.live_server_url + path)

    def find(self, css):
        return self.browser.find_element(By.CSS_SELECTOR, css)

    def all(self, css):
        return self.browser.find_elements(By.CSS_SELECTOR, css)

    def wait(self, condition, seconds=8):
        waiting = WebDriverWait(self.browser, seconds, poll_frequency=0.1, ignored_exceptions=(Exception,))
        try:
            return waiting.until(lambda _: condition())
        except TimeoutException as late:
            shown = self.browser.execute_script("return document.body.innerText")
            raise AssertionError(f"Still waiting at {self.browser.current_url}, which shows: {shown[:1500]}") from late

    def press(self, *keys):
        self.browser.switch_to.active_element.send_keys(*keys)

    def key(self, key):
        """Press a key with nothing focused."""
        self.browser.execute_script("document.activeElement.blur()")
        self.find("body").send_keys(key)

    def settled(self):
        """Wait until no request is under way."""
        self.wait(lambda: self.browser.execute_script("return !document.querySelector('.htmx-request')"))
        time.sleep(0.05)

    def fresh(self, act):
        """Do something with an element, found again if the screen was replaced meanwhile."""
        with suppress(StaleElementReferenceException):
            return act()
        self.settled()
        return act()

    def text(self, css):
        return self.fresh(lambda: self.find(css).text)

    def texts(self, css):
        return self.fresh(lambda: [element.text for element in self.all(css)])

    def click(self, css):
        self.fresh(lambda: self.find(css).click())

    def leave(self, css):
        """Click, and wait until another page has come."""
        old = self.find("html")
        self.click(css)
        self.wait(lambda: self.find("html") != old)

    def replaced(self, act):
        """Do something, and wait until the answer has replaced the review's screen."""
        old = self.find("#review")
        act()
        self.wait(lambda: self.find("#review") != old)
        self.settled()

    def act(self, css):
        """Click, wherever on the screen that is, and wait until the answer has replaced it."""
        self.replaced(lambda: self.browser.execute_script("document.querySelector(arguments[0]).click()", css))

    def path_step(self):
        return self.browser.current_url.rstrip("/").rsplit("/", 1)[-1].split("?")[0].rstrip("/")

    def start_review(self, code):
        self.find("#find").send_keys(code)
        self.wait(lambda: len(self.all("#found .colours-found li")) == 1)
        self.click("#found button")
        self.wait(lambda: self.find("#review"))

    def go(self, step):
        # wherever the link is: the path grows while its findings come in
        link = f".path a[href*='/{step}/']"
        self.fresh(lambda: self.browser.execute_script("document.querySelector(arguments[0]).click()", link))
        self.wait(lambda: self.find("#review").get_attribute("data-step") == step)
        self.settled()

    # --- checks ---

    def assert_accessible(self, where):
        """Run axe for WCAG 2.2 AA, and check that nothing overflows sideways."""
        if not self.browser.execute_script("return 'axe' in window"):
            self.browser.execute_script(AXE.read_text())
        found = self.browser.execute_async_script(
            "const done = arguments[0];"
            "axe.run(document, {resultTypes: ['violations'], preload: false,"
            "runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice']})"
            ".then(r => done(r.violations.map(v => v.id + ': ' + v.nodes.slice(0, 3)"
            ".map(n => n.target + ' ' + n.failureSummary).join(' | '))));"
        )
        self.assertEqual(found, [], where)
        width = self.browser.execute_script("return [document.documentElement.scrollWidth, window.innerWidth]")
        self.assertLessEqual(width[0], width[1], f"{where} is wider than the screen")


__all__ = ["PHONE", "WIDE", "BrowserTest", "By", "Keys", "resize"]
