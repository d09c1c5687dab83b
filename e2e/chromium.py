"""Headless Chromium from Debian, as it runs on machines without a screen."""

from __future__ import annotations

import shutil

from selenium import webdriver
from selenium.webdriver.chrome.service import Service

FLAGS = """--headless=new --no-sandbox --disable-gpu --disable-dev-shm-usage --disable-quic --no-first-run
--disable-background-networking --disable-component-update --disable-sync --hide-scrollbars""".split()
WIDE, PHONE = (1280, 800), (390, 844)


def start_chromium(profile: str) -> webdriver.Chrome:
    options = webdriver.ChromeOptions()
    options.binary_location = shutil.which("chromium") or "/usr/bin/chromium"
    for flag in (*FLAGS, f"--user-data-dir={profile}"):
        options.add_argument(flag)
    options.set_capability("goog:loggingPrefs", {"browser": "ALL"})
    return webdriver.Chrome(options=options, service=Service(shutil.which("chromedriver") or "/usr/bin/chromedriver"))


def resize(browser: webdriver.Chrome, width: int, height: int) -> None:
    """Set the size of the view; a narrow one is a phone."""
    metrics = {"width": width, "height": height, "deviceScaleFactor": 1, "mobile": width < 500}
    browser.execute_cdp_cmd("Emulation.setDeviceMetricsOverride", metrics)
