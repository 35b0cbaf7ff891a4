"""Writes the front end's types from the API, or with --check says whether they are stale."""

import subprocess
import sys
from pathlib import Path

import django

from launch.places import ROOT, WEB, state
from launch.provision import node_environment

SCHEMA = WEB / "src" / "api" / "schema.d.ts"


def main(check: bool) -> int:
    """Exit status 1 when checked and stale."""
    django.setup()
    from django.core.management import call_command

    document = state("openapi.json")
    call_command("export_openapi_schema", api="server.config.api.api", output=str(document))
    fresh = state("schema.d.ts") if check else SCHEMA
    subprocess.run(
        ["npx", "--no-install", "openapi-typescript", document, "-o", fresh],
        cwd=WEB,
        env=node_environment(),
        check=True,
        stdout=subprocess.DEVNULL,
    )
    if check and fresh.read_text() != SCHEMA.read_text():
        where = Path(SCHEMA).relative_to(ROOT)
        print(f"{where} is stale: run .amber/venv/bin/python -m launch.client")
        return 1
    return 0


if __name__ == "__main__":
    sys.exit(main("--check" in sys.argv))
