"""Tables for the drawer as benches keep them: read by their headings, refused by line, and never run as formulas."""

from __future__ import annotations

import csv
import io
import unittest
from decimal import Decimal

from hypothesis import given
from hypothesis import strategies as st

from gearing.errors import GearingError
from gearing.sourcing import heads_of, read_stock_list, written_table

from ..examples import examples


class Named(unittest.TestCase):
    def test_what_the_house_says_of_a_heading_goes_before_its_words(self) -> None:
        sheet = b"what;count;Ding;place\nx;3;spur 57t;R1\n"
        named = {"ding": "what", "what": "", "place": "source"}
        (row,) = read_stock_list(sheet, named).rows
        said = row.said
        self.assertEqual((said.what, said.count, said.place, said.source), ("spur 57t", 3, "", "R1"))

    def test_the_first_of_two_columns_that_are_the_same_is_taken(self) -> None:
        self.assertEqual(
            heads_of(b"a;b;count\n1;2;3\n", "stock_list", {"a": "what", "b": "what"}),
            [("a", "what"), ("b", ""), ("count", "count")],
        )


class Read(unittest.TestCase):
    def test_a_sheet_in_another_tongue_and_code_page(self) -> None:
        sheet = "Bezeichnung;Stück;Fach;Preis;Lieferant\nKugellager 5x11x4;12;R3;2,20;Hafenteile\nFett, plastikfest, 20 ml;1;S1;6,40;\n"
        listed = read_stock_list(sheet.encode("cp1252"))
        first, second = listed.rows
        self.assertEqual(
            (first.said.what, first.said.count, first.said.place), ("Kugellager 5x11x4", 12, "R3")
        )
        self.assertEqual((first.said.price, first.said.source), (Decimal("2.20"), "Hafenteile"))
        self.assertEqual(second.said.price, Decimal("6.40"))
        self.assertEqual((listed.table.encoding, listed.table.delimiter), ("cp1252", ";"))

    def test_gears_by_their_tooth_pasted_from_a_sheet(self) -> None:
        listed = read_stock_list(
            b"z\tmodule\tbore mm\tqty\tbox\tcolour\n31\t0,8\t5\t4\tA1\tred\n12\t48 DP\t1/8\t2\tA2\t\n"
        )
        first, second = listed.rows
        self.assertEqual(
            (first.said.teeth, first.said.module, first.said.bore, first.said.count), (31, "0.8", "5", 4)
        )
        self.assertEqual(first.said.kind, "gear")
        self.assertEqual(listed.table.passed_over(), ("colour",))
        self.assertEqual((second.said.module, second.said.bore), ("48 dp", "3.175"))
        self.assertEqual(listed.refused, ())

    def test_lines_that_cannot_be_are_refused_each_by_itself(self) -> None:
        listed = read_stock_list(
            b"what,count,price\nshim 5x7x0.1,20,0.10\n,3,1\nspur 57t,many,2\nclip,2,free\n\nnut M3,5,\n"
        )
        self.assertEqual([row.said.what for row in listed.rows], ["shim 5x7x0.1", "nut M3"])
        self.assertEqual(
            [(row.line, bool(row.why)) for row in listed.refused], [(3, True), (4, True), (5, True)]
        )

    def test_what_is_no_table_is_refused_whole(self) -> None:
        for content in (b"", b"\n\n", b"\x00\x01\x02\x03", b"colour,weight\nred,3\n", b"x" * 4_000_001):
            with self.subTest(content[:12]), self.assertRaises(GearingError) as caught:
                read_stock_list(content)
            self.assertTrue(caught.exception.hint)


CELLS = st.text(
    st.characters(codec="utf-8", exclude_categories=("Cc", "Cf", "Cn", "Co", "Cs")), max_size=20
).map(str.strip)


class Written(unittest.TestCase):
    def test_no_sheet_runs_a_cell(self) -> None:
        lines = list(written_table(["what"], iter([["=HYPERLINK(1)"], ["+1"], ["-1"], ["@x"], ["spur"]])))
        cells = [row[0] for row in csv.reader(io.StringIO("".join(lines)))]
        self.assertEqual(cells, ["what", "'=HYPERLINK(1)", "'+1", "'-1", "'@x", "spur"])

    @given(st.lists(CELLS.filter(bool), min_size=1, max_size=5))
    @examples(100)
    def test_what_goes_out_comes_back(self, whats: list[str]) -> None:
        text = "".join(written_table(["place", "what"], iter([["A1", what] for what in whats])))
        read = read_stock_list(text.encode())
        # What names nothing, or is two spaces in a row, is said otherwise; no cell is lost or joined.
        self.assertEqual(len(read.rows) + len(read.refused), len(whats))
        for row in read.rows:
            self.assertEqual(row.said.what, " ".join(whats[row.line - 2].split()))
