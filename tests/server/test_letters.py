"""Words of any script on paper: each sign in a letter that has it, and in the order it is read."""

from __future__ import annotations

import io
import unittest
from pathlib import Path
from unittest import mock
from uuid import uuid4

from reportlab.pdfbase import pdfmetrics
from reportlab.pdfgen.canvas import Canvas

from papers import letters
from visits import services
from visits.models import Visit

from .bench import BenchCase

SAID = {
    "Cyrillic and Greek": "Щёлкает, τρίζει",
    "Han and kana": "歯車が割れた 齿轮",
    "hangul": "기어 소리",
    "Arabic": "ترس مكسور",
    "Hebrew": "גלגל שיניים",
    "mixed": "gear 歯車 12t, ترس",
}


class Letters(unittest.TestCase):
    def test_every_sign_is_drawn_by_a_letter_that_has_it(self) -> None:
        plain, _ = letters.fonts()
        for script, words in SAID.items():
            for name, part in letters.runs(words, plain):
                known = pdfmetrics.getFont(name).face.charToGlyph
                missing = [sign for sign in part if not sign.isspace() and ord(sign) not in known]
                self.assertEqual(missing, [], f"{script} by {name}")

    def test_what_is_read_from_the_right_stands_so_and_arabic_is_joined(self) -> None:
        self.assertEqual(letters.in_order("gear 12t & 歯車"), "gear 12t & 歯車")
        self.assertEqual(letters.in_order("אב"), "בא")
        # Figures keep their own way within it.
        self.assertEqual(letters.in_order("אב 12"), "12 בא")
        joined = letters.in_order("ترس")
        self.assertTrue(all("\ufb50" <= sign <= "\ufeff" for sign in joined), joined)
        # The first letter, teh in its beginning shape, stands rightmost.
        self.assertEqual(joined[-1], "\ufe97")

    def test_words_are_as_wide_as_they_are_written_and_escaped_once(self) -> None:
        plain, _ = letters.fonts()
        for words in SAID.values():
            parts = sum(letters.width_of(part, plain, 10) for _, part in letters.runs(words, plain))
            self.assertGreater(letters.width_of(words, plain, 10), 10)
            self.assertAlmostEqual(letters.width_of(words, plain, 10), parts, delta=12)
        self.assertEqual(letters.marked("a <b> & c"), "a &lt;b&gt; &amp; c")
        self.assertIn("</font>", letters.marked("<歯車>"))

    def test_where_the_packages_are_missing_a_page_is_made_all_the_same(self) -> None:
        for cached in (letters.fonts, letters._east):
            cached.cache_clear()
            self.addCleanup(cached.cache_clear)
        nowhere = Path("/nowhere")
        with mock.patch.multiple(letters, DEJAVU=nowhere, ZENHEI=nowhere / "none.ttc"):
            out = io.BytesIO()
            page = Canvas(out)
            for n, words in enumerate(SAID.values()):
                letters.write(page, 40, 40 + 20 * n, words, letters.fonts()[0], 10)
            page.save()
        self.assertTrue(out.getvalue().startswith(b"%PDF"))
        self.assertIn(b"STSong-Light", out.getvalue())


class Printed(BenchCase):
    def test_an_owners_words_and_a_row_in_han_are_embedded_in_the_papers(self) -> None:
        services.record_step(self.ada, self.visit.id, uuid4(), "歯車 12t")
        Visit.objects.filter(id=self.visit.id).update(complaint="歯車が割れた")
        for paper in ("sheet", "report"):
            made = self.desk.client.get(f"/api{self.at()}/{paper}.pdf").content
            self.assertIn(b"WenQuanYiZenHei", made, paper)
            self.assertLess(len(made), 1_000_000)
