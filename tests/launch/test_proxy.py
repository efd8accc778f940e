"""Behind a real proxy that speaks TLS: secure cookies, HSTS, redirects, and the caller's own address."""

from __future__ import annotations

import http.client
import re
import socket
import ssl
import subprocess
import tempfile
import time
import urllib.parse
from pathlib import Path

from demo import DEMO_MEMBER, DEMO_PASSWORD
from launch.mariadb import free_port
from launch.paths import HOST
from launch.supervise import healthy

from .installed import Installed

NAME = "bench.test"

CONFIG = """
daemon off; pid {folder}/nginx.pid; error_log {folder}/error.log; worker_processes 1;
events {{ worker_connections 64; }}
http {{
  access_log off; client_body_temp_path {folder}/b; proxy_temp_path {folder}/p; fastcgi_temp_path {folder}/f;
  uwsgi_temp_path {folder}/u; scgi_temp_path {folder}/s;
  server {{
    listen {host}:{port} ssl; server_name {name};
    ssl_certificate {folder}/cert.pem; ssl_certificate_key {folder}/key.pem;
    location / {{
      proxy_pass http://{host}:{behind};
      proxy_set_header Host $host; proxy_set_header X-Forwarded-Proto $scheme;
      proxy_set_header X-Forwarded-For $proxy_add_x_forwarded_for;
    }}
  }}
}}
"""


class Proxied(Installed):
    def setUp(self) -> None:
        super().setUp()
        self.more = {"DENTADO_HTTPS": "1", "DENTADO_HOSTS": NAME}
        self.lay_sample()
        self.start()
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        subprocess.run(
            ["openssl", "req", "-x509", "-newkey", "rsa:2048", "-nodes", "-days", "2", "-subj", f"/CN={NAME}",
             "-addext", f"subjectAltName=DNS:{NAME}", "-keyout", folder / "key.pem", "-out", folder / "cert.pem"],
            check=True, capture_output=True,
        )  # fmt: skip
        self.tls = free_port()
        answer = CONFIG.format(folder=folder, host=HOST, port=self.tls, name=NAME, behind=self.port)
        (folder / "nginx.conf").write_text(answer)
        self.trust = ssl.create_default_context(cafile=str(folder / "cert.pem"))
        proxy = subprocess.Popen(["nginx", "-c", folder / "nginx.conf", "-p", folder])
        self.addCleanup(proxy.wait)
        self.addCleanup(proxy.terminate)

    def ask(
        self, method: str, path: str, body: str = "", **headers: str
    ) -> tuple[int, http.client.HTTPMessage, str]:
        """One request through the proxy, from this machine as from anywhere."""
        for _ in range(100):
            line = http.client.HTTPSConnection(HOST, self.tls, context=self.trust, timeout=20)
            try:
                line.sock = self.trust.wrap_socket(
                    socket.create_connection((HOST, self.tls)), server_hostname=NAME
                )
                break
            except ConnectionRefusedError:
                time.sleep(0.05)
        line.request(method, path, body or None, {"Host": NAME, **headers})
        answer = line.getresponse()
        content = answer.read().decode()
        line.close()
        return answer.status, answer.headers, content

    def test_what_tls_asks_for(self) -> None:
        # Readiness asked in plain HTTP without the host, or this start had not come through.
        self.assertTrue(healthy(self.port))
        status, headers, page = self.ask("GET", "/sign-in")
        self.assertEqual(status, 200)
        self.assertIn("max-age=31536000", headers["Strict-Transport-Security"])
        self.assertIn("Secure", headers["Set-Cookie"])
        self.assertIn("geolocation=()", headers["Permissions-Policy"])
        self.plain_is_led_to_tls()
        token = re.search(r'csrfmiddlewaretoken" value="([^"]+)"', page)
        cookie = re.search(r"csrftoken=([^;]+)", headers["Set-Cookie"])
        assert token and cookie
        form = urllib.parse.urlencode(
            {"username": DEMO_MEMBER, "password": DEMO_PASSWORD, "csrfmiddlewaretoken": token[1]}
        )
        more = {
            "Content-Type": "application/x-www-form-urlencoded",
            "Cookie": f"csrftoken={cookie[1]}",
            "Referer": f"https://{NAME}/sign-in",
        }
        # The proxy's own caller is this machine, so the sample opens.
        status, headers, _ = self.ask("POST", "/sign-in", form, **more)
        self.assertEqual(status, 302)
        session = next(line for line in headers.get_all("Set-Cookie") or [] if line.startswith("sessionid="))
        for word in ("Secure", "HttpOnly", "SameSite=Lax"):
            self.assertIn(word, session)
        with self.database().cursor() as cursor:
            cursor.execute("SELECT address FROM workshop_seensession")
            self.assertEqual(cursor.fetchone()[0], "127.0.0.1")
        # What the caller writes into the header itself is not believed: only what the proxy added.
        self.ask("POST", "/sign-in", form.replace("username=robin", "username=nobody"),
                 **more, **{"X-Forwarded-For": "203.0.113.9"})  # fmt: skip
        with self.database().cursor() as cursor:
            cursor.execute("SELECT ip_address FROM axes_accessattempt WHERE username = 'nobody'")
            self.assertEqual([row[0] for row in cursor.fetchall()], ["127.0.0.1"])

    def plain_is_led_to_tls(self) -> None:
        line = http.client.HTTPConnection(HOST, self.port, timeout=20)
        line.request("GET", "/sign-in?next=/drawer", headers={"Host": NAME})
        answer = line.getresponse()
        self.assertEqual(
            (answer.status, answer.headers["Location"]), (301, f"https://{NAME}/sign-in?next=/drawer")
        )
        line.close()
        line = http.client.HTTPConnection(HOST, self.port, timeout=20)
        line.request("GET", "/sign-in", headers={"Host": "elsewhere.test", "X-Forwarded-Proto": "https"})
        self.assertEqual(line.getresponse().status, 400)
        line.close()
