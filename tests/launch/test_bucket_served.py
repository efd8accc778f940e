"""A bench whose photos lie in a bucket: moved there by the command, seen in a browser by links of their own."""

from __future__ import annotations

import os
import subprocess
import unittest
from unittest import mock

from playwright.sync_api import Page

from demo import DEMO_MEMBER, DEMO_PASSWORD
from launch.bench.desk import Desk
from launch.browser import sign_in
from launch.paths import ROOT
from launch.serve import environment
from launch.stack import Stack

from ..browser.whole import browser
from ..server.bucket import bucket

LOADED = """path => new Promise(resolve => {
  const picture = new Image();
  picture.onload = () => resolve(picture.naturalWidth);
  picture.onerror = () => resolve(0);
  picture.src = path;
})"""


class Served(unittest.TestCase):
    def test_moved_there_and_seen_and_moved_back(self) -> None:
        # Opened before the environment is changed and put back: what it sets there is to stay.
        opened = browser()
        with (
            bucket() as address,
            mock.patch.dict(os.environ, {"DENTADO_FILES_URL": address}),
            Stack() as stack,
        ):
            kept = [path for path in (stack.folder / "media").rglob("*") if path.is_file()]
            self.assertTrue(kept)
            self.assertIn(f"{len(kept)} removed", self.moved(stack, "there", "--clear"))
            self.assertEqual([path for path in (stack.folder / "media").rglob("*") if path.is_file()], [])
            photos = self.photos(stack)
            self.assertTrue(photos)
            with opened.new_context() as context:
                page = context.new_page()
                sign_in(page, stack.address, DEMO_MEMBER, DEMO_PASSWORD)
                origin = address.rpartition("@")[2].partition("/")[0]
                self.seen(page, photos, origin)
                # The worker that keeps the bench on the device stands between, and hinders nothing.
                page.evaluate("navigator.serviceWorker.ready")
                page.reload()
                page.wait_for_function("navigator.serviceWorker.controller")
                self.assertGreater(page.evaluate(LOADED, f"/api/photos/{photos[0]}?again"), 0)
            self.assertIn(f"{len(kept)} copied", self.moved(stack, "back"))
            self.assertTrue(all(path.is_file() for path in kept))

    def photos(self, stack: Stack) -> list[str]:
        desk = Desk(stack.port)
        visits = [
            desk.ask("GET", f"/api/visits/{each['id']}") for each in desk.ask("GET", "/api/visits")["cards"]
        ]
        return [
            photo["id"]
            for visit in visits
            for photo in [*visit["photos"], *(photo for step in visit["steps"] for photo in step["photos"])]
        ]

    def seen(self, page: Page, photos: list[str], origin: str) -> None:
        """The large one comes from the bucket itself, the small one through the bench."""
        asked: list[str] = []
        page.on("request", lambda request: asked.append(request.url))
        for photo in photos[:3]:
            self.assertGreater(page.evaluate(LOADED, f"/api/photos/{photo}"), 0)
        self.assertTrue(any(origin in url and "X-Amz-Signature" in url for url in asked), asked)
        asked.clear()
        self.assertGreater(page.evaluate(LOADED, f"/api/photos/{photos[0]}?small=true"), 0)
        self.assertFalse(any(origin in url for url in asked), asked)

    def moved(self, stack: Stack, *words: str) -> str:
        env = environment(stack.database.url, stack.folder)
        done = subprocess.run(
            [ROOT / ".venv/bin/python", ROOT / "server/manage.py", "move_files", *words],
            env=env, capture_output=True, text=True, check=False,
        )  # fmt: skip
        self.assertEqual(done.returncode, 0, done.stderr)
        return done.stdout
