"""``trencher serve --lan`` as a process: no code here, a door on the network, and TLS that a tablet
can verify once it has the authority of the house."""

from __future__ import annotations

import json
import re
import signal
import ssl
import subprocess
import sys
import urllib.error
import urllib.parse
import urllib.request
from collections.abc import Iterator
from dataclasses import dataclass
from http.cookiejar import CookieJar
from pathlib import Path

import pytest


@dataclass
class Served:
    """Its addresses and code, read off what it printed."""

    process: subprocess.Popen[str]
    here: str
    port: str
    install_port: str
    code: str
    folder: Path


def started(folder: Path, *more: str) -> Served:
    process = subprocess.Popen(
        [
            sys.executable,
            "-m",
            "trencher",
            "serve",
            "--port",
            "0",
            "--lan",
            "--lan-port",
            "0",
            "--data",
            str(folder),
            *more,
        ],
        stdout=subprocess.PIPE,
        text=True,
    )
    assert process.stdout is not None
    here = port = install = code = ""
    for line in process.stdout:
        if found := re.search(r"ready: (http://\S+)", line):
            here = found.group(1)
        if found := re.search(r"https?://\S+:(\d+), code (\S+)", line):
            port, code = found.groups()
        if found := re.search(r"certificate: http://\S+:(\d+)/", line):
            install = found.group(1)
        if "Then Trencher itself" in line or "works otherwise" in line:
            break
    return Served(process, here, port, install, code, folder)


@pytest.fixture
def served(tmp_path: Path) -> Iterator[Served]:
    one = started(tmp_path)
    yield one
    one.process.send_signal(signal.SIGINT)
    assert one.process.wait(timeout=60) == 0
    assert one.process.stdout is not None
    one.process.stdout.close()


def test_a_tablet_installs_the_authority_and_is_let_in(served: Served) -> None:
    given = f"http://127.0.0.1:{served.install_port}/trencher-house.crt"
    with urllib.request.urlopen(given, timeout=60) as answer:
        authority = answer.read().decode()
    trusts = ssl.create_default_context(cadata=authority)
    there = f"https://127.0.0.1:{served.port}"
    tablet = urllib.request.build_opener(
        urllib.request.HTTPSHandler(context=trusts), urllib.request.HTTPCookieProcessor(CookieJar())
    )
    with pytest.raises(urllib.error.HTTPError) as refused:
        tablet.open(f"{there}/api/roasts", timeout=60)
    assert refused.value.code == 401
    refused.value.close()
    form = urllib.parse.urlencode({"code": served.code.lower()}).encode()
    tablet.open(f"{there}/door", form, timeout=60).close()
    with tablet.open(f"{there}/api/roasts", timeout=60) as answer:
        assert json.load(answer) == []
    # Here nobody is asked, and both see one house.
    with urllib.request.urlopen(f"{served.here}/api/access", timeout=60) as answer:
        assert json.load(answer)["code"] == served.code


def test_a_screen_that_does_not_know_the_authority_is_warned_off(served: Served) -> None:
    with pytest.raises(urllib.error.URLError) as refused:
        urllib.request.urlopen(f"https://127.0.0.1:{served.port}/door", timeout=60)
    assert isinstance(refused.value.reason, ssl.SSLCertVerificationError)


def test_the_code_stays_until_a_new_one_is_asked_for(tmp_path: Path) -> None:
    codes = []
    for more in ((), (), ("--new-code", "--no-tls")):
        one = started(tmp_path, *more)
        codes.append(one.code)
        assert one.install_port == "" if "--no-tls" in more else one.install_port
        one.process.send_signal(signal.SIGINT)
        assert one.process.wait(timeout=60) == 0
        assert one.process.stdout is not None
        one.process.stdout.close()
    assert codes[0] == codes[1] != codes[2]
