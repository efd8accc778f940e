"""``./dentado cluster``: three MariaDB nodes of one Galera cluster, two servers, a proxy before them.

Synchronous replication as in MariaDB's manual, Galera Cluster: what a node has acknowledged the others
have too, and a part without the majority of nodes neither reads nor writes.
"""

from __future__ import annotations

import os
import pwd
import re
import shutil
import signal
import subprocess
import time
from contextlib import suppress
from pathlib import Path

import MySQLdb

from . import frontend
from .mariadb import OwnMariaDB, free_port, with_parent
from .paths import HOST, PORT, ROOT, VAR, say, secret, stop_with
from .prepared import copy_to
from .serve import environment
from .service_user import NAME, as_user, give, service_user
from .signals import Ending
from .supervise import Server, healthy

PROVIDER = Path("/usr/lib/galera/libgalera_smm.so")
SCRIPTS = ROOT / "var" / "galera" / "usr" / "bin"
"""Of Debian's mariadb-server, which itself is not installed: it would start a database of its own."""
SENT_BY = "sent-by"
"""Where they lie beside the nodes: whoever runs these may not come by the program's own folder."""
NODES = 3
JOIN_SECONDS = 120
SUSPECT, INACTIVE = "PT3S", "PT6S"
"""Silent for so long a node is asked after, and then left out. Longer than any pause of a busy machine."""

AWAY_SECONDS = 15.0
"""For which a node that was killed is left alone, so that one sees what goes on without it."""

POSITION = re.compile(r"Recovered position: ?([0-9a-f-]{36}):(-?\d+)")
NONE_YET = "00000000-0000-0000-0000-000000000000:-1"


class Node(OwnMariaDB):
    """One of them, on a loopback address of its own."""

    def __init__(self, folder: Path, n: int, ports: list[int], user: str = "") -> None:
        super().__init__(folder, durable=False, user=user)
        self.n, self.host = n, f"127.0.0.{n + 1}"
        self._ports = ports
        self._state, self._increments = free_port(), free_port()
        self._gone_at = 0.0
        self.first = False
        """Whether it begins the cluster; the others join it."""

    def _command(self) -> list[str]:
        here = self.host
        members = ",".join(f"127.0.0.{n + 1}:{port}" for n, port in enumerate(self._ports))
        return [
            *super()._command(),
            f"--bind-address={here}",
            "--wsrep-on=ON",
            f"--wsrep-provider={PROVIDER}",
            "--wsrep-cluster-name=dentado",
            f"--wsrep-cluster-address=gcomm://{members}",
            f"--wsrep-node-name=node-{self.n + 1}",
            f"--wsrep-node-address={here}",
            f"--wsrep-sst-receive-address={here}:{self._state}",
            "--wsrep-sst-method=rsync",
            "--wsrep-provider-options="
            f"gmcast.listen_addr=tcp://{here}:{self._ports[self.n]};ist.recv_addr={here}:{self._increments};"
            f"evs.suspect_timeout={SUSPECT};evs.inactive_timeout={INACTIVE};gcache.size=64M",
            "--binlog-format=ROW",
            "--innodb-autoinc-lock-mode=2",
            f"--wsrep-start-position={self._position()}",
            *(["--wsrep-new-cluster"] if self.first else []),
        ]

    def _environment(self) -> dict[str, str]:
        """With what a node's files are sent by."""
        return {**os.environ, "PATH": f"{self.folder.parent / SENT_BY}:{os.environ['PATH']}"}

    def _accounts(self) -> Path:
        """They came with the record; made again they would be a change that all nodes make."""
        path = self.folder / "nothing.sql"
        path.write_text("")
        self._own(path)
        return path

    def _make_data(self) -> None:
        """What a node has not, the others send it."""
        (self.folder / "data").mkdir(exist_ok=True)
        for path in (self.folder, self.folder / "data"):
            self._own(path)

    def _position(self) -> str:
        """How far it had come, so that only what it missed is sent."""
        if not self._has_record():
            return NONE_YET
        log = self.folder / "recovered.log"
        log.unlink(missing_ok=True)
        plain = [word for word in super()._command() if not word.startswith(("--log-error", "--init-file"))]
        asked = ("--wsrep-on=ON", f"--wsrep-provider={PROVIDER}", "--wsrep-recover", f"--log-error={log}")
        subprocess.run([*plain, *asked], check=False, capture_output=True)
        found = POSITION.search(log.read_text() if log.exists() else "")
        return f"{found[1]}:{found[2]}" if found else NONE_YET

    @property
    def reached(self) -> int:
        """The number of the last change it has; -1 for a record that was in no cluster yet, -2 for none."""
        return int(self._position().rpartition(":")[2]) if self._has_record() else -2

    def _has_record(self) -> bool:
        return (self.folder / "data" / "ibdata1").exists()

    def begin(self) -> None:
        """Start as the first, though it may not have been the last to end."""
        state = self.folder / "data" / "grastate.dat"
        if state.exists():
            state.write_text(re.sub("safe_to_bootstrap: 0", "safe_to_bootstrap: 1", state.read_text()))
        self.first = True
        try:
            self.start()
        finally:
            self.first = False

    def says(self, name: str) -> str:
        """A word on the state of replication; empty while it does not answer."""
        with suppress(MySQLdb.Error):
            line = MySQLdb.connect(
                host=self.host, port=self.port, user=self.account, passwd=secret(self.folder, "database"),
                db=self.name, connect_timeout=2, read_timeout=2,
            )  # fmt: skip
            with line.cursor() as cursor:
                cursor.execute("SHOW STATUS LIKE %s", (name,))
                return str((cursor.fetchone() or ("", ""))[1])
        return ""

    def gone_for(self, seconds: float) -> bool:
        """Whether it was found to have ended so long ago."""
        self._gone_at = self._gone_at or time.monotonic()
        if time.monotonic() - self._gone_at < seconds:
            return False
        self._gone_at = 0.0
        return True

    def cut_off(self) -> None:
        """It neither answers nor ends, as behind a cable that was pulled."""
        assert self.process
        os.kill(self.process.pid, signal.SIGSTOP)

    def let_on(self) -> None:
        assert self.process
        os.kill(self.process.pid, signal.SIGCONT)


def _account(folder: Path) -> str:
    """Who the nodes run as: started as root, they send each other their files as a user of their own."""
    service_user(folder)
    if os.geteuid():
        return ""
    # Whoever else may not be let in here, the nodes have to be.
    os.chown(folder, (account := pwd.getpwnam(NAME)).pw_uid, account.pw_gid)
    if subprocess.run(["setpriv", *as_user(NAME), "--", "test", "-x", str(folder)], check=False).returncode:
        stop_with(
            f"The nodes run as “{NAME}”, who cannot reach {folder}.",
            "Move Dentado to a folder that others may read, such as /opt/dentado.",
        )
    return NAME


PROXY = """
daemon off; pid {folder}/nginx.pid; error_log {folder}/proxy.log; worker_processes 1;
events {{ worker_connections 512; }}
http {{
  access_log off; client_max_body_size 26m;
  client_body_temp_path {folder}/b; proxy_temp_path {folder}/p; fastcgi_temp_path {folder}/f;
  uwsgi_temp_path {folder}/u; scgi_temp_path {folder}/s;
  upstream bench {{ {servers} }}
  server {{
    listen {host}:{port};
    location / {{
      proxy_pass http://bench;
      # Every write carries its own id: asked again of the other server it is the same write.
      proxy_next_upstream error timeout http_503 non_idempotent; proxy_next_upstream_tries 2;
      proxy_connect_timeout 2s; proxy_read_timeout 120s; proxy_buffering off;
      proxy_set_header Host $http_host; proxy_set_header X-Forwarded-For $proxy_add_x_forwarded_for;
    }}
  }}
}}
"""


class Cluster:
    """All of it in one folder, ended when closed.

    Parameters
    ----------
    folder : Path
    port : int
        Where the proxy listens.
    """

    def __init__(self, folder: Path, port: int) -> None:
        self.folder, self.port = folder, port
        folder.mkdir(parents=True, exist_ok=True)
        ports = [free_port() for _ in range(NODES)]
        # One secret for all: the account travels with the record.
        for n in range(1, NODES):
            (folder / f"node-{n + 1}").mkdir(exist_ok=True)
        first = secret(folder / "node-1", "database")
        for n in range(1, NODES):
            path = folder / f"node-{n + 1}" / "database.secret"
            path.touch(mode=0o600)
            path.write_text(first)
        user = _account(folder)
        (folder / SENT_BY).mkdir(exist_ok=True)
        for script in SCRIPTS.glob("wsrep_sst_*"):
            shutil.copy(script, folder / SENT_BY)
        self.nodes = [Node(folder / f"node-{n + 1}", n, ports, user) for n in range(NODES)]
        self.servers: list[Server] = []
        self.proxy: subprocess.Popen[bytes] | None = None
        self.env: dict[str, str] = {}

    def start(self, build: Path) -> None:
        """Nodes, servers and proxy; the sample bench where there is no record yet."""
        self._seed()
        # Whoever has most begins: nothing is lost though all were killed at once.
        *others, most = sorted(self.nodes, key=lambda node: node.reached)
        most.begin()
        for node in reversed(others):
            node.start()
        for node in self.nodes:
            self.joined(node)
        self.env = environment(self.nodes[0].url, self.folder, build) | {
            "DENTADO_DATABASE_HOSTS": ",".join(f"{node.host}:{node.port}" for node in self.nodes),
            "DENTADO_PROXIES": "1",
        }
        for _ in range(2):
            port = free_port()
            server = Server(port, self.env, log=(self.folder / f"server-{port}.log").open("w"))
            self.servers.append(server)
            server.start()
            server.wait()
        self._start_proxy()

    def _seed(self) -> None:
        """The sample's record as the first node's, made by a server of its own."""
        first = self.nodes[0]
        if (first.folder / "data").exists():
            return
        copy_to(first.folder, media=self.folder / "media")
        # Its account gets the secret that is here.
        plain = OwnMariaDB(first.folder, durable=False)
        plain.start()
        plain.stop()
        give(first.folder / "data", first.user)

    def joined(self, node: Node, seconds: float = JOIN_SECONDS) -> None:
        """Wait until a node has all that the others have."""
        deadline = time.monotonic() + seconds
        while time.monotonic() < deadline:
            if node.says("wsrep_local_state_comment") == "Synced":
                return
            time.sleep(0.1)
        stop_with(f"Node {node.n + 1} did not join.", f"See {node.folder / 'mariadb.log'}.")

    def _start_proxy(self) -> None:
        servers = " ".join(f"server {HOST}:{server.port} max_fails=0;" for server in self.servers)
        conf = self.folder / "proxy.conf"
        conf.write_text(PROXY.format(folder=self.folder, servers=servers, host=HOST, port=self.port))
        self.proxy = subprocess.Popen(
            [*with_parent("TERM"), "nginx", "-c", conf, "-p", self.folder, "-e", self.folder / "proxy.log"],
            start_new_session=True,
        )
        deadline = time.monotonic() + 10
        while not healthy(self.port):
            if time.monotonic() > deadline or self.proxy.poll() is not None:
                stop_with("The proxy did not come up.", f"See {self.folder / 'proxy.log'}.")
            time.sleep(0.05)

    def look_after(self) -> None:
        """Start again what ended a while ago; where the majority was lost, all are needed to have it back."""
        for node in self.nodes:
            if node.process and node.process.poll() is not None and node.gone_for(AWAY_SECONDS):
                say(f"Node {node.n + 1} ended; it is started again and joins the others …")
                node.start()
                say(f"Node {node.n + 1} is back.")
        for server in self.servers:
            if server.ended():
                server.start()

    def close(self) -> None:
        if self.proxy:
            self.proxy.terminate()
            self.proxy.wait()
        for server in self.servers:
            server.stop()
        # The last to end knows that it was.
        for node in reversed(self.nodes):
            with suppress(ProcessLookupError, AssertionError):
                node.let_on()
            node.stop()


def cluster() -> None:
    """Serve a cluster for trying until Ctrl-C."""
    ending = Ending()
    made = Cluster(VAR / "cluster", PORT)
    try:
        ending.listen()
        made.start(frontend.build())
        say(f"\n  A cluster of {NODES} nodes and 2 servers is ready: http://{HOST}:{PORT}")
        say(f"  Kill or stop any of them (kill -9, kill -STOP): {_processes(made)}")
        say("  Ctrl-C ends all of it.\n")
        while True:
            time.sleep(1)
            made.look_after()
    except KeyboardInterrupt:
        say("\nClosing …")
    finally:
        made.close()


def _processes(made: Cluster) -> str:
    return ", ".join(f"node {node.n + 1} is {node.process.pid}" for node in made.nodes if node.process)
