"""Data files that a user corrected wrongly: named by file, line and key before anything is served."""

from __future__ import annotations

import re
import shutil
import tempfile
import unittest
from pathlib import Path

from launch.data_files import FOLDER, troubles
from launch.data_shapes import SHAPES

SPOILED = (
    ("fits", "same = 0.05", "same = -0.05", "bore.same"),
    ("fits", "sleeve_most = 2.0", "sleeve_most = two", r"at line \d+"),
    ("fits", "sleeve_most = 2.0", "", "bore.sleeve_most: is missing"),
    ("fits", "[width]", "[width]\nsmae = 1", "width.smae: is not known here"),
    ("mesh", "expansion = 11.5", 'expansion = "little"', r"materials\.steel\.expansion"),
    ("units", 'stop = ["grinding"', 'stop = ["griding"', "no symptom griding"),
    ("findings", 'verdict = "replace"', 'verdict = "destroy"', r"verdict: input should be"),
    ("shelf", 'kind = "lubricant"', 'kind = "potion"', r"item\.0\.kind"),
    ("rebuild", "[minutes]\nscrew", "[minutes]\nscrwe", r"minutes\.scrwe"),
    ("sizes", "[[pressure_angles]]\ndegrees = 14.5", "[[pressure_angles]]\ndegrees = 0", r"pressure_angles\.1\.degrees"),
)  # fmt: skip


class DataFiles(unittest.TestCase):
    def setUp(self) -> None:
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory())) / "data"
        shutil.copytree(FOLDER, self.folder)

    def spoil(self, name: str, was: str, becomes: str) -> int:
        """Put one thing wrong; the line it stands on."""
        path = self.folder / f"{name}.toml"
        text = path.read_text()
        self.assertIn(was, text, name)
        at = text.index(was)
        path.write_text(text[:at] + becomes + text[at + len(was) :])
        return text[:at].count("\n") + 1

    def test_those_that_ship_are_right_and_each_has_a_shape(self) -> None:
        self.assertEqual(troubles(), [])
        self.assertEqual({path.stem for path in FOLDER.glob("*.toml")}, set(SHAPES))

    def test_one_thing_wrong_is_named_by_file_and_key(self) -> None:
        for name, was, becomes, says in SPOILED:
            with self.subTest(name=name, becomes=becomes):
                shutil.rmtree(self.folder)
                shutil.copytree(FOLDER, self.folder)
                self.spoil(name, was, becomes)
                result = troubles(self.folder)
                self.assertTrue(any(re.search(says, one) or says in one for one in result), result)
                self.assertTrue(all(one.startswith(f"{name}.toml") for one in result), result)

    def test_the_line_is_where_the_key_stands(self) -> None:
        line = self.spoil("sizes", "degrees = 14.5", "degrees = -1")
        (result,) = troubles(self.folder)
        self.assertIn(f"line {line}, pressure_angles.1.degrees", result)
        line = self.spoil("fits", "narrow_share = 0.2", "narrow_share = 7")
        self.assertTrue(
            any(f"fits.toml, line {line}, width.narrow_share" in one for one in troubles(self.folder))
        )

    def test_one_that_cannot_be_read_and_one_that_is_gone_are_named_too(self) -> None:
        line = self.spoil("wear", "[tooth]", "[tooth")
        (self.folder / "safety.toml").unlink()
        result = " ".join(troubles(self.folder))
        self.assertIn("safety.toml is missing", result)
        self.assertRegex(result, rf"wear\.toml: .*line {line}")
