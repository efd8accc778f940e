"""Three nodes, two servers, a proxy: a node is killed, another cut off, tables are changed, and no step is lost."""

from __future__ import annotations

import http.client
import json
import tempfile
import threading
import time
import unittest
from pathlib import Path
from typing import Any
from uuid import uuid4

import MySQLdb

from launch import frontend
from launch.bench.desk import Desk
from launch.cluster import Cluster, Node
from launch.mariadb import free_port
from launch.paths import HOST, secret

STEPS, HANDS = 500, 4
LONGEST = 40.0
"""Seconds a step may wait while the nodes find that one is gone, on a machine with other tests beside it."""


class Hand(threading.Thread):
    """Lays down step after step in a visit of its own, and reads now and then what it laid down."""

    def __init__(self, desk: Desk, visit: str, many: int, done: threading.Semaphore) -> None:
        super().__init__(daemon=True)
        self.desk, self.visit, self.many, self.done = desk, visit, many, done
        self.laid: list[str] = []
        self.unlike: list[Any] = []
        """Answers other than 200, and reads that did not show what was written."""
        self.slowest = 0.0

    def run(self) -> None:
        for n in range(self.many):
            step = str(uuid4())
            began = time.monotonic()
            self.asked("PUT", f"/api/visits/{self.visit}/steps/{step}", {"line": f"M3x{5 + n} screw"})
            self.laid.append(step)
            if n % 10 == 0:
                visit = self.asked("GET", f"/api/visits/{self.visit}")
                shown = {each["id"] for each in (visit or {}).get("steps", [])}
                if not shown.issuperset(self.laid):
                    self.unlike.append(f"of {len(self.laid)} only {len(shown)} are read")
            self.slowest = max(self.slowest, time.monotonic() - began)
            self.done.release()

    def asked(self, method: str, path: str, body: Any = None) -> Any:
        status, answer = asked(self.desk, method, path, body)
        if status != 200:
            self.unlike.append((status, answer))
            return None
        return answer


def asked(desk: Desk, method: str, path: str, body: Any = None) -> tuple[int, Any]:
    line = http.client.HTTPConnection(HOST, desk.port, timeout=120)
    cookies = "; ".join(f"{name}={value}" for name, value in desk.cookies.items())
    headers = {
        "Cookie": cookies,
        "X-CSRFToken": desk.cookies["csrftoken"],
        "Content-Type": "application/json",
    }
    try:
        line.request(method, path, None if body is None else json.dumps(body), headers)
        answer = line.getresponse()
        content = answer.read()
        return answer.status, json.loads(content) if content.startswith((b"{", b"[")) else content[:200]
    finally:
        line.close()


class Clustered(unittest.TestCase):
    def setUp(self) -> None:
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        # The nodes run as a user of their own, who has to come by.
        folder.chmod(0o755)
        self.cluster = Cluster(folder / "cluster", free_port())
        self.addCleanup(self.cluster.close)
        self.cluster.start(frontend.build())

    def test_a_node_killed_one_cut_off_and_tables_changed_in_five_hundred_steps(self) -> None:
        cluster, done = self.cluster, threading.Semaphore(0)
        desk = Desk(cluster.port)
        visits = [each["id"] for each in desk.ask("GET", "/api/visits")["cards"]][:HANDS]
        before = {visit: len(desk.ask("GET", f"/api/visits/{visit}")["steps"]) for visit in visits}
        hands = [Hand(desk, visit, STEPS // HANDS, done) for visit in visits]
        for hand in hands:
            hand.start()
        self.after(80, done)
        killed = self.writer()
        killed.kill()
        self.after(80, done)
        killed.start()
        cluster.joined(killed)
        self.after(40, done)
        for change in ("ADD COLUMN tried_out INT NULL", "DROP COLUMN tried_out"):
            self.query(self.writer(), f"ALTER TABLE visits_step {change}")
            self.after(30, done)
        cut = self.writer()
        self.assertIsNot(cut, killed)
        cut.cut_off()
        self.after(80, done)
        cut.let_on()
        for hand in hands:
            hand.join(120)
            self.assertFalse(hand.is_alive())
        # What the members saw: no error, none of their steps missing, and a wait now and then.
        self.assertEqual([each for hand in hands for each in hand.unlike], [])
        self.assertLess(max(hand.slowest for hand in hands), LONGEST)
        # What every node has: each step once, none lost, none twice, numbered without a gap or a double.
        for node in cluster.nodes:
            cluster.joined(node)
        for node in cluster.nodes:
            self.assertEqual(node.says("wsrep_cluster_size"), "3")
            for hand in hands:
                rows = self.query(
                    node,
                    "SELECT id, number FROM visits_step WHERE visit_id = %s ORDER BY number",
                    hand.visit.replace("-", ""),
                )
                kept = [str(row[0]).replace("-", "") for row in rows]
                self.assertLessEqual({step.replace("-", "") for step in hand.laid}, set(kept))
                self.assertEqual(len(kept), before[hand.visit] + len(hand.laid))
                self.assertEqual(len({row[1] for row in rows}), len(rows))

    def test_a_part_without_the_majority_says_so_and_writes_nothing(self) -> None:
        cluster = self.cluster
        desk = Desk(cluster.port)
        visit = desk.ask("GET", "/api/visits")["cards"][0]["id"]
        alone = self.writer()
        others = [node for node in cluster.nodes if node is not alone]
        for node in others:
            node.cut_off()
        self.assertTrue(self.until(lambda: alone.says("wsrep_ready") == "OFF"))
        step = str(uuid4())
        path = f"/api/visits/{visit}/steps/{step}"
        status, answer = asked(desk, "PUT", path, {"line": "M3x8 screw"})
        self.assertEqual((status, answer["code"]), (503, "cut_off"), answer)
        self.assertIn("sent again by itself", answer["hint"])
        for node in others:
            node.let_on()
        self.assertTrue(self.until(lambda: alone.says("wsrep_ready") == "ON"))
        # The same again, as the device sends it: kept once.
        self.assertTrue(self.until(lambda: asked(desk, "PUT", path, {"line": "M3x8 screw"})[0] == 200))
        steps = desk.ask("GET", f"/api/visits/{visit}")["steps"]
        self.assertEqual([each["id"] for each in steps].count(step), 1)

    def after(self, steps: int, done: threading.Semaphore) -> None:
        for n in range(steps):
            self.assertTrue(done.acquire(timeout=90), f"nothing came after {n} steps")

    def until(self, met: Any, seconds: float = 60.0) -> bool:
        deadline = time.monotonic() + seconds
        while not met():
            if time.monotonic() > deadline:
                return False
            time.sleep(0.2)
        return True

    def writer(self) -> Node:
        """The node all go to, as the record says it."""
        for node in self.cluster.nodes:
            try:
                ((said,),) = self.query(node, "SELECT value FROM workshop_fact WHERE `key` = 'writer'")
            except MySQLdb.OperationalError:
                continue
            return next(each for each in self.cluster.nodes if f"{each.host}:{each.port}" == json.loads(said))
        raise AssertionError("no node answers")

    def query(self, node: Node, text: str, *values: object) -> tuple[Any, ...]:
        line = MySQLdb.connect(
            host=node.host, port=node.port, user=node.account, passwd=secret(node.folder, "database"),
            db=node.name, connect_timeout=3, read_timeout=20,
        )  # fmt: skip
        try:
            with line.cursor() as cursor:
                cursor.execute(text, values)
                return tuple(cursor.fetchall())
        finally:
            line.close()
