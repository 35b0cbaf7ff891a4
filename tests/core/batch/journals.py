"""Journals made up from a seed: a kitchen of one to four jugs and all that may happen to them."""

import random
from datetime import UTC, datetime, timedelta

from core.files.jug_file import read_jug_file

BEGAN = datetime(2026, 9, 1, 18, tzinfo=UTC)
JUICES = (("Pear", "pear", "10.8"), ("Grape", "grape", "15.6"), ("Plum", "plum", "10"))
READINGS, BLENDS = "readings", "blends"


def pour(name, kind="juice", **more):
    return {"name": name, "kind": kind, **more}


def juice(rng, ml):
    name, fruit, sugars = rng.choice(JUICES)
    return pour(
        name, fruit=fruit, volume_ml=ml, label={"sugars_g": sugars, "per_ml": 100},
        price="1.15", pack_ml=1000,
    )  # fmt: skip


def sugar(g):
    return pour("White sugar", "sugar", mass_g=g, price="1.19", pack_g=1000)


class Kitchen:
    """Writes a journal, keeping to about as many ml as there are."""

    def __init__(self, seed, readings=True, marks=True):
        self.rng = random.Random(seed)  # noqa: S311 - the same journal every time
        self.readings, self.marks = readings, marks
        self.at = BEGAN
        self.names = [f"Jug {i}" for i in range(self.rng.randint(1, 4))]
        self.plans, self.ml, self.journal, self.lots = {}, {}, {}, {}
        for name in self.names:
            litres = self.rng.uniform(2, 6)
            pours = [juice(self.rng, 700 * litres), sugar(60 * litres),
                     pour("Water", "water", volume_ml=250 * litres)]  # fmt: skip
            self.plans[name] = {"pours": pours, "yeast": {"tolerance_abv": 14}, "ph": 3.4}
            self.ml[name] = 950 * litres
            self.journal[name], self.lots[name] = [], 0
            # What was poured and not read is known to some three per cent.
        self.counted = 0

    def write(self, jug, kind, **what):
        self.counted += 1
        self.at += timedelta(hours=self.rng.uniform(1, 60))
        event = {"id": f"e{self.counted}", "at": self.at.isoformat(), "kind": kind, "what": what}
        self.journal[jug].append(event)
        return event

    def happen(self, count):
        for name in self.names:
            if self.readings and self.rng.random() < 0.5:
                self.write(name, "read", sg=round(self.rng.gauss(1.068, 0.004), 3))
            self.write(name, "pitched", yeast_g=2.5, temperature_c=20)
        for _ in range(count):
            full = [name for name in self.names if self.ml[name] > 800]
            if not full:
                return
            self._one(self.rng.choice(full))

    def _one(self, jug):
        rng, ml = self.rng, self.ml[jug]
        match rng.choice(("read", "add", "feed", "dose", "rack", "split", "bottle", "mark", "ta")):
            case "read" if self.readings:
                sample = rng.choice(("returned", "drunk"))
                more = {"sample": sample, "sample_ml": 60} if sample == "drunk" else {}
                self.write(jug, "read", sg=round(rng.uniform(0.996, 1.05), 3), **more)
                self.ml[jug] -= 60 * (sample == "drunk")
            case "add":
                self.write(jug, "added", pour=juice(rng, 150))
                self.ml[jug] += 140
            case "feed":
                self.write(jug, "added", pour=sugar(50))
            case "dose":
                dose, more = rng.choice((
                    ("nutrient_dap", {}), ("sulphite_potassium", {}), ("sorbate", {}),
                    ("sweetener", {"sugar": "erythritol"}), ("acid", {"acid": "malic"}),
                    ("bicarbonate_potassium", {}), ("tannin", {}),
                ))  # fmt: skip
                self.write(jug, "dosed", dose=dose, mass_g=round(rng.uniform(0.2, 2), 2), **more)
            case "rack":
                self.write(jug, "racked", **({"left_behind_ml": 100} if rng.random() < 0.5 else {}))
                self.ml[jug] -= max(110, 0.1 * ml)
            case "split" if len(self.names) > 1:
                # Only onwards, so that nothing runs in a circle.
                later = self.names[self.names.index(jug) + 1 :]
                if later:
                    into = rng.choice(later)
                    volume = round(ml * rng.uniform(0.1, 0.6))
                    self.write(jug, "transferred", into=[{"jug": into, "volume_ml": volume}])
                    self.ml[jug] -= volume * 1.03
                    self.ml[into] += volume * 0.97
            case "bottle":
                self.lots[jug] += 1
                priming = rng.choice(({}, {"priming": {"sugar": "sucrose", "g_per_l": 5}}))
                lot = {"id": f"l{self.lots[jug]}", "size_ml": 330, "count": 2,
                       "bottle": "beer_bottle", "closure": "crown", **priming}  # fmt: skip
                self.write(jug, "bottled", lots=[lot])
                self.ml[jug] -= 670
            case "mark" if self.marks:
                self.write(jug, "measured", volume_ml=round(ml * rng.uniform(0.98, 1.02)))
                self.ml[jug] = min(self.ml[jug], ml * 0.97)
            case "ta":
                self.write(jug, "measured", ph=3.3, ta_g_per_l_tartaric=6.0)

    def file(self):
        jugs = [
            {"name": name, "plan": self.plans[name], "journal": self.journal[name]}
            for name in self.names
        ]
        return {"format": "amber-jug", "version": 1, "jugs": jugs}


def made_up(seed, count=14, **kind):
    """A jug file read, from a seed."""
    kitchen = Kitchen(seed, **kind)
    kitchen.happen(count)
    return read_jug_file(kitchen.file())
