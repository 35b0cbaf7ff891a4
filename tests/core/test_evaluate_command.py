"""./amber evaluate as a script would use it."""

import json
import subprocess
import sys
from pathlib import Path

import pytest

ROOT = Path(__file__).parents[2]
EXAMPLE = ROOT / "docs" / "formats" / "example-pear-pomegranate.json"


def run(*arguments, text=None):
    # No database, no secret, no settings: it must not need any.
    return subprocess.run(
        [sys.executable, "-m", "launch.ask", "evaluate", *arguments],
        input=text,
        capture_output=True,
        text=True,
        cwd=ROOT,
        env={"PATH": "/usr/bin:/bin"},
    )


@pytest.mark.parametrize("from_input", [False, True])
def test_one_json_object_on_standard_output(from_input):
    done = run("-", text=EXAMPLE.read_text()) if from_input else run(str(EXAMPLE))
    assert (done.returncode, done.stderr) == (0, "")
    assert json.loads(done.stdout)["finish"]["abv"]["value"] == pytest.approx(11.5, abs=0.01)


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("{", "not JSON"),
        ('{"version": NaN}', "an ordinary number"),
        ('{"version": 1e999}', "an ordinary number"),
        ('{"name": "\\ud800"}', "name: There is a character in this that is no text"),
        ("[]", "a JSON object"),
        ("[" * 100_000, "nested too deep"),
        (
            EXAMPLE.read_text().replace('"10.8"', '"140"'),
            "pours[0].label.sugars_g: 140 g in 100 ml",
        ),
    ],
)
def test_bad_input_is_one_line_and_status_2(text, words):
    done = run("-", text=text)
    assert (done.returncode, done.stdout) == (2, "")
    assert words in done.stderr
    assert done.stderr.count("\n") == 1


def test_a_file_that_is_not_there():
    done = run("nowhere.json")
    assert (done.returncode, done.stdout) == (2, "")
    assert "nowhere.json: No such file" in done.stderr
