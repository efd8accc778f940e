"""The house's own order: no circles among its modules, and contracts that cover every module of routes."""

from __future__ import annotations

import ast
import re
import tomllib
import unittest
from pathlib import Path

import grimp
import networkx as nx

from launch.paths import ROOT
from sums import _PLACES, SUMS

GLOSSARY = ROOT / "docs" / "glossary.md"
HOUSES = (
    ("gearing",),
    ("sums",),
    ("accounts", "workshop", "visits", "instruments", "drawer", "practice", "shelf", "config"),
    ("launch", "backups", "demo"),
)


def definitions() -> dict[str, set[str]]:
    """By name of a function or table of the core: the files that define it at their top."""
    made: dict[str, set[str]] = {}
    for path in (ROOT / "core").rglob("*.py"):
        for node in ast.parse(path.read_text()).body:
            names = [node.name] if isinstance(node, (ast.FunctionDef, ast.ClassDef)) else []
            if isinstance(node, ast.AnnAssign) and isinstance(node.target, ast.Name):
                names = [node.target.id]
            for name in names:
                made.setdefault(name, set()).add(str(path.relative_to(ROOT)))
    return made


def imports(tops: tuple[str, ...], depth: int) -> nx.DiGraph:
    """Which module imports which, names cut to `depth` parts."""
    graph, made = grimp.build_graph(*tops), nx.DiGraph()
    for module in graph.modules:
        for other in graph.find_modules_directly_imported_by(module):
            one, two = (".".join(name.split(".")[:depth]) for name in (module, other))
            if one != two and not one.startswith(f"{two}.") and not two.startswith(f"{one}."):
                made.add_edge(one, two)
    return made


class Structure(unittest.TestCase):
    def test_no_module_imports_itself_by_way_of_others(self) -> None:
        for tops in HOUSES:
            for depth in (2, 3, 9):
                circles = [c for c in nx.strongly_connected_components(imports(tops, depth)) if len(c) > 1]
                with self.subTest(house=tops[0], depth=depth):
                    self.assertEqual(circles, [])

    def test_every_module_that_has_routes_stands_in_the_contracts(self) -> None:
        answer = tomllib.loads((ROOT / "pyproject.toml").read_text())["tool"]["importlinter"]["contracts"]
        covered = next(one["modules"] for one in answer if one["type"] == "independence")
        server = ROOT / "server"
        with_routes = [
            ".".join(path.relative_to(server).with_suffix("").parts)
            for path in server.rglob("*.py")
            if "Router(" in path.read_text() and "migrations" not in path.parts
        ]
        self.assertGreater(len(with_routes), 8)
        for module in with_routes:
            with self.subTest(module=module):
                self.assertTrue(any(f"{module}.".startswith(f"{one}.") for one in covered))

    def test_a_class_name_stands_once(self) -> None:
        """One word, one meaning; and two shapes of one name would overwrite each other in the published document."""
        named: dict[str, str] = {}
        for top in ("core", "server", "devices", "launch", "demo", "backups"):
            for path in (ROOT / top).rglob("*.py"):
                # What Django finds by its name is called as Django wants it.
                if {"migrations", "commands"} & set(path.parts):
                    continue
                for node in ast.parse(path.read_text()).body:
                    if isinstance(node, ast.ClassDef):
                        place = str(path.relative_to(ROOT))
                        self.assertIsNone(named.get(node.name), f"{node.name} stands in {place} too")
                        named[node.name] = place
        self.assertGreater(len(named), 300)

    def test_each_rule_of_the_glossary_stands_where_it_is_said_to_and_nowhere_else(self) -> None:
        rules = re.findall(
            r"^\| (.+?) \| (`.+`) \|$", GLOSSARY.read_text().partition("## Where each rule")[2], re.M
        )
        self.assertGreater(len(rules), 40)
        defined = definitions()
        for rule, where in rules:
            *paths, last = re.findall(r"`([^`]+)`", where)
            name = "" if "/" in last else last
            for path in [*paths, *([] if name else [last])]:
                with self.subTest(rule=rule):
                    self.assertTrue((ROOT / path).is_file(), path)
                    if name and path.endswith(".py"):
                        self.assertEqual(defined.get(name), {path}, f"{name} stands in one file")
                    elif name:
                        self.assertRegex(
                            (ROOT / path).read_text(),
                            rf"(?m)^\[+{name}\b|^{name} = |^export (function|const) {name}\b",
                        )

    def test_every_folder_of_the_core_says_what_it_holds(self) -> None:
        for folder in (ROOT / "core").rglob("__init__.py"):
            with self.subTest(folder=str(folder)):
                self.assertTrue(Path(folder).read_text().startswith('"""'))

    def test_every_sum_has_its_request_its_response_and_its_computation(self) -> None:
        for name, (place, takes, gives, compute) in _PLACES.items():
            folder = ROOT / "core" / "sums" / place
            with self.subTest(sum=name):
                self.assertTrue((folder / "compute.py").exists())
                result = SUMS[name]
                self.assertEqual(result.takes.__name__, takes)
                self.assertEqual(result.gives.__name__, gives)
                self.assertEqual(result.compute.__name__, compute)
                if place not in ("regear",):
                    for kind, part in ((result.takes, "request"), (result.gives, "response")):
                        self.assertEqual(kind.__module__, f"sums.{place}.{part}")
