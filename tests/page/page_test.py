# SPDX-License-Identifier: GPL-3.0-or-later
"""The published page in a real browser, from disk and without a network.

Usage: page_test.py HIGHLANTERN DEMO_FOLDER
Publishes the demo guide cut down to two corners and opens it in headless Chromium.
"""
import json
import pathlib
import shutil
import subprocess
import sys
import tempfile
import time
import unittest

from selenium import webdriver
from selenium.webdriver.chrome.service import Service
from selenium.webdriver.common.by import By

HIGHLANTERN, DEMO = sys.argv[1], pathlib.Path(sys.argv[2])
SOURCE = pathlib.Path(__file__).resolve().parents[2]
CHAPTERS = ["Opening", "Conditions", "2 Curlew <b>&</b> friends", "3 Sluice", "Conditions"]


def publish_small_guide(folder):
    guide = json.loads((DEMO / "saltmarrow-guide/guide.json").read_text())
    guide["corners"] = [c for c in guide["corners"] if c["number"] in (2, 3)]
    for corner in guide["corners"]:
        corner["beats"] = corner["beats"][:2]
    guide["scene"]["real_track"] = True
    guide["corners"][0]["consequence"] = 3
    guide["corners"][0]["name"] = "Curlew <b>&</b> friends"  # a name is never markup
    guide["sources"]["films"][0]["file"] = str((DEMO / "saltmarrow-lap.mp4").resolve())
    for source in ("log", "track"):
        guide["sources"][source] = str((DEMO / "saltmarrow-guide" / guide["sources"][source]).resolve())
    small = folder / "guide"
    small.mkdir()
    (small / "pictures").mkdir()
    shutil.copy(SOURCE / "docs/screenshots/keys.png", small / "pictures/post.png")
    brake = next(a for a in guide["corners"][1]["advice"] if a["topic"] == "brake")
    brake["picture"] = "pictures/post.png"
    (small / "guide.json").write_text(json.dumps(guide))
    subprocess.run([HIGHLANTERN, "publish", str(small), "--out", str(folder / "edition")], check=True, stdout=subprocess.DEVNULL)
    return folder / "edition"


def browser(width, height):
    options = webdriver.ChromeOptions()
    for flag in ("--headless=new", "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
                 "--disable-component-update", "--disable-sync", "--disable-dev-shm-usage", "--autoplay-policy=no-user-gesture-required",
                 f"--window-size={width},{height}"):
        options.add_argument(flag)
    options.set_capability("goog:loggingPrefs", {"browser": "ALL", "performance": "ALL"})
    return webdriver.Chrome(service=Service("/usr/bin/chromedriver"), options=options)


class Page(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.scratch = tempfile.TemporaryDirectory(prefix="lantern-page-")
        cls.edition = publish_small_guide(pathlib.Path(cls.scratch.name))
        cls.url = (cls.edition / "index.html").as_uri()
        cls.driver = browser(1280, 900)

    @classmethod
    def tearDownClass(cls):
        cls.driver.quit()
        cls.scratch.cleanup()

    def setUp(self):
        self.driver.get_log("performance"), self.driver.get_log("browser")
        self.driver.get(self.url)
        self.wait(lambda: self.video("readyState") >= 1)

    def wait(self, until, seconds=20):
        end = time.time() + seconds
        while not until():
            self.assertLess(time.time(), end, "waited too long")
            time.sleep(0.05)

    def video(self, member):
        return self.driver.execute_script(f"return document.getElementById('guide').{member}")

    def test_no_error_and_no_request_leaves_the_folder(self):
        self.driver.execute_script("window.scrollTo(0, document.body.scrollHeight)")
        time.sleep(0.5)
        self.assertEqual([e for e in self.driver.get_log("browser") if e["level"] in ("SEVERE", "WARNING")], [])
        urls = []
        for entry in self.driver.get_log("performance"):
            message = json.loads(entry["message"])["message"]
            if message["method"] == "Network.requestWillBeSent":
                urls.append(message["params"]["request"]["url"])
        self.assertTrue(any(u.endswith("guide.mp4") for u in urls))
        home = self.edition.as_uri()
        self.assertEqual([u for u in urls if not u.startswith((home, "data:", "blob:"))], [])

    def test_a_corner_on_the_map_plays_its_chapter(self):
        chapters = self.driver.execute_script("return guide.chapters")
        wanted = next(c for c in chapters if c["corner"] == 3)
        self.driver.find_element(By.CSS_SELECTOR, "svg a[data-corner='3']").click()
        self.wait(lambda: wanted["start"] - 0.1 <= self.video("currentTime") <= wanted["end"])
        self.wait(lambda: not self.video("paused"))
        before = self.video("currentTime")
        self.wait(lambda: self.video("currentTime") > before)

    def test_the_map_works_by_keyboard(self):
        link = self.driver.find_element(By.CSS_SELECTOR, "svg a[data-corner='3']")
        self.driver.execute_script("arguments[0].focus()", link)
        self.assertTrue(self.driver.execute_script("return document.activeElement === arguments[0]", link))
        link.send_keys("\ue007")
        self.wait(lambda: self.video("currentTime") > 1)

    def test_chapters_and_captions_are_in_the_player(self):
        kinds = self.driver.execute_script("return [...document.getElementById('guide').textTracks].map(t => [t.kind, t.cues ? t.cues.length : 0])")
        kinds = dict(kinds)
        self.assertGreaterEqual(kinds.get("captions", 0), 4)
        self.assertEqual(kinds.get("chapters", 0), len(CHAPTERS))

    def test_a_section_for_each_corner_with_its_clip_facts_and_look_fors(self):
        for number in (2, 3):
            section = self.driver.find_element(By.ID, f"corner-{number}")
            self.assertIn("As driven", section.text)
            clip = section.find_element(By.TAG_NAME, "video")
            name, piece = clip.get_attribute("src").split("/edition/")[1].split("#t=")
            self.assertTrue((self.edition / name).is_file())
            begin, end = (float(t) for t in piece.split(","))
            self.assertGreater(end - begin, 2)
            self.driver.execute_script("arguments[0].preload = 'metadata'; arguments[0].load()", clip)
            self.wait(lambda: self.driver.execute_script("return arguments[0].duration > 2", clip))
            self.wait(lambda: abs(self.driver.execute_script("return arguments[0].currentTime", clip) - begin) < 0.5)
        self.assertIn("Curlew <b>&</b> friends", self.driver.find_element(By.ID, "corner-2").text)
        self.assertIn("wall", self.driver.find_element(By.ID, "corner-2").text)

    def test_conditions_stand_at_the_start_and_at_the_end(self):
        head = self.driver.find_element(By.CSS_SELECTOR, "dl.conditions").text
        for words in ("Road", "dry, rubbered in", "Wind", "14 km/h from the west"):
            self.assertIn(words, head)
        self.assertIn("track 19", self.driver.find_element(By.CSS_SELECTOR, ".again").text)

    def test_the_set_up_stands_with_its_reasons(self):
        sheet = self.driver.find_element(By.ID, "set-up")
        self.assertEqual(len(sheet.find_elements(By.CSS_SELECTOR, "tbody tr")), 5)
        for words in ("Brake bias", "58 %", "It turns while the brake comes off", "If a rear wheel locks: up by 0.5"):
            self.assertIn(words, sheet.text)

    def test_what_to_look_for_has_its_picture(self):
        picture = self.driver.find_element(By.CSS_SELECTOR, "#corner-3 img.look")
        self.driver.execute_script("arguments[0].loading = 'eager'; arguments[0].scrollIntoView()", picture)
        self.wait(lambda: self.driver.execute_script("return arguments[0].naturalWidth", picture) > 100)
        self.assertEqual(self.driver.find_elements(By.CSS_SELECTOR, "#corner-2 img.look"), [])

    def test_a_real_track_carries_its_cautions(self):
        text = self.driver.find_element(By.TAG_NAME, "body").text
        for words in ("flags", "licensed instruction", "Build up", "Never handle a camera"):
            self.assertIn(words, text)

    def test_the_head_says_what_this_is(self):
        self.assertTrue(self.driver.title)
        self.assertGreater(len(self.driver.find_element(By.CSS_SELECTOR, "meta[name=description]").get_attribute("content")), 40)
        data = json.loads(self.driver.execute_script("return document.querySelector('script[type=\"application/ld+json\"]').textContent"))
        self.assertEqual(data["@type"], "VideoObject")
        self.assertEqual([part["name"] for part in data["hasPart"]], CHAPTERS)

    def test_it_fits_a_phone(self):
        self.driver.execute_cdp_cmd("Emulation.setDeviceMetricsOverride", {"width": 390, "height": 844, "deviceScaleFactor": 2, "mobile": True})
        try:
            self.driver.get(self.url)
            wide = self.driver.execute_script("return document.documentElement.scrollWidth")
            self.assertLessEqual(wide, 390)
        finally:
            self.driver.execute_cdp_cmd("Emulation.clearDeviceMetricsOverride", {})

    def test_paper_shows_stills_instead_of_players(self):
        self.driver.execute_cdp_cmd("Emulation.setEmulatedMedia", {"media": "print"})
        try:
            ground = self.driver.execute_script("return getComputedStyle(document.body).backgroundColor")
            self.assertIn(ground, ("rgb(255, 255, 255)", "rgba(0, 0, 0, 0)"))
            shown = self.driver.execute_script("return getComputedStyle(document.querySelector('.corner button')).display")
            self.assertEqual(shown, "none")
            still = self.driver.find_element(By.CSS_SELECTOR, ".corner img.still")
            self.wait(lambda: self.driver.execute_script("return arguments[0].naturalWidth > 0", still))
            self.assertTrue(still.is_displayed())
        finally:
            self.driver.execute_cdp_cmd("Emulation.setEmulatedMedia", {"media": ""})


if __name__ == "__main__":
    unittest.main(argv=sys.argv[:1])
