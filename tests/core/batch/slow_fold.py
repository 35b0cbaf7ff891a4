"""The journal folded a second way, to hold the first against.

Everything that is in doubt is one list of numbers with one covariance, and what went into a jug
is never touched again: what is learned moves the list, not the jugs. Slow, and plain. It shares
with core what a drink is (mass, density, fermenting) and what a pour brings, and nothing else.
"""

from collections import defaultdict
from datetime import timedelta

import numpy as np
from scipy.optimize import brentq

from core.batch.events import (
    Added,
    Bottled,
    Dosed,
    Measured,
    Pitched,
    Racked,
    Read,
    Struck,
    Transferred,
)  # fmt: skip
from core.ferment.strength import fermented
from core.finish.losses import left_by_racking
from core.must.acidity import acid_taken_g_per_l
from core.must.mixing import Mix, Pour, mixed
from core.must.sharpness import acid_g
from core.plan.evaluation import as_known, solved

SG_SD, MARK_SD, Z = 0.001 / 1.6449, 0.02 / 1.6449, 1.6449
EATEN, ACID = 4, 6


def drink(x):
    mix = Mix(*x[:4])
    return fermented(
        mix.mass, mix.sugar + mix.extract, x[4], as_sucrose=mix.as_sucrose, brought_g=x[5]
    )


def sg(x):
    return drink(x).sg


def volume(x):
    return drink(x).volume_ml


def slopes(of, x):
    step = 1e-5 * x[0]
    return np.array([(of(x + step * unit) - of(x)) / step for unit in np.eye(7)])


class Slow:
    def __init__(self, file):
        self.keys, self.mean, self.cov = {}, np.zeros(0), np.zeros((0, 0))
        self.base, self.by = {}, {}
        self.pours, self.pitched, self.first = defaultdict(list), {}, {}
        for name, plan in file.plans.items():
            self.base[name], self.by[name] = np.zeros(7), np.zeros((0, 7))
            for index, (pour, item) in enumerate(zip(solved(plan), plan.pours, strict=True)):
                self.pour(name, pour, f"{name}/start/{index}")
                assert item.pour.name == pour.name
        held = [e for e in file.events if not isinstance(e.what, Struck)]
        for event in sorted(held, key=lambda e: e.at):
            self.happen(event)

    # Linear: what is in jug j is base + mean @ by.

    def now(self, jug):
        self.grow()
        return self.base[jug] + self.mean @ self.by[jug]

    def grow(self):
        n = len(self.keys)
        more = n - len(self.mean)
        self.mean = np.append(self.mean, np.zeros(more))
        self.cov = np.block([[self.cov, np.zeros((n - more, more))],
                             [np.zeros((more, n - more)), np.eye(more)]])  # fmt: skip
        for jug, by in self.by.items():
            self.by[jug] = np.vstack([by, np.zeros((n - len(by), 7))])

    def row(self, key):
        place = self.keys.setdefault(key, len(self.keys))
        self.grow()
        return place

    def spread(self, jug):
        """Covariance of the seven parts."""
        self.grow()
        return self.by[jug].T @ self.cov @ self.by[jug]

    def doubt(self, jug, key, shift):
        row = self.row(key)
        self.by[jug][row] += shift

    def pour(self, jug, pour, name):
        mix, doubts, _ = mixed([pour], f"{name}/")
        low, high = acid_g(pour)
        self.base[jug] = self.base[jug] + [
            mix.mass,
            mix.sugar,
            mix.ferment,
            mix.extract,
            0,
            0,
            (low + high) / 2,
        ]
        for key, shift in doubts.items():
            self.doubt(
                jug,
                f"{jug}: {key}",
                [shift.mass, shift.sugar, shift.ferment, shift.extract, 0, 0, 0],
            )
        if high > low:
            self.doubt(jug, f"{jug}: {pour.name}/acid", (high - low) / (2 * Z) * np.eye(7)[ACID])
        self.pours[jug].append(pour)

    def scale(self, jug, keeps):
        self.base[jug] = self.base[jug] * keeps
        self.by[jug] = self.by[jug] * keeps

    def learn(self, jug, of, value, sd):
        x = self.now(jug)
        h = self.by[jug] @ slopes(of, x)
        ph = self.cov @ h
        s2, off = h @ ph, value - of(x)
        if off**2 > 9 * (s2 + sd**2):
            wider = max((off**2 / 9 - sd**2) / s2, 1)
            self.cov = self.cov + (wider - 1) * np.outer(ph, ph) / s2
            ph, s2 = ph * wider, s2 * wider
        gain = ph / (s2 + sd**2)
        self.mean = self.mean + gain * off
        self.cov = self.cov - np.outer(gain, ph)

    def settle(self, jug, value, name):
        x = self.now(jug)

        def at(eaten):
            return np.concatenate([x[:4], [eaten], x[5:]])

        x = at(brentq(lambda e: sg(at(e)) - value, -0.02 * x[0], x[2] + 0.05 * x[0], xtol=1e-11))
        by = slopes(sg, x)
        others = by.copy()
        others[EATEN] = 0
        own = self.row(name)
        self.by[jug][:, EATEN] = -(self.by[jug] @ others) / by[EATEN]
        self.by[jug][own, EATEN] += SG_SD / by[EATEN]
        self.base[jug][EATEN] = x[EATEN] - self.mean @ self.by[jug][:, EATEN]

    def happen(self, event):
        jug, what = event.jug, event.what
        match what:
            case Pitched():
                self.pitched[jug] = event.at
            case Read():
                self.read(jug, event)
                if what.taken_ml:
                    self.scale(jug, 1 - what.taken_ml / volume(self.now(jug)))
            case Added():
                self.pour(jug, as_known(what.pour.pour, what.pour.pack), event.id)
                self.first.pop(jug, None)
            case Dosed():
                self.dose(jug, event)
            case Racked():
                self.rack(jug, event)
            case Transferred():
                ((into, ml),) = what.into
                share = ml / volume(self.now(jug))
                row, x = self.row(f"{event.id}/0/poured"), self.now(jug)
                self.base[into] = self.base[into] + self.base[jug] * share
                self.by[into] = self.by[into] + self.by[jug] * share
                self.by[into][row] += x * share * MARK_SD
                self.scale(jug, 1 - share)
                self.by[jug][row] -= x * share * MARK_SD
                self.pours[into] += self.pours[jug]
                self.first.pop(into, None)
            case Bottled():
                (lot,) = what.lots
                room = 0.0
                if lot.priming:
                    per = lot.priming.g_per_l
                    room = per * lot.volume_ml / 1000 / (1 + 0.00062 * per) * 0.62
                self.scale(jug, 1 - (lot.volume_ml - room) / volume(self.now(jug)))
            case Measured():
                x = self.now(jug)
                if what.ta_g_per_l is not None:
                    self.by[jug][:, ACID] = 0
                    self.base[jug][ACID] = what.ta_g_per_l * volume(x) / 1000
                if what.volume_ml is not None:
                    if what.volume_ml < volume(x):
                        self.scale(jug, what.volume_ml / volume(x))
                    self.learn(jug, volume, what.volume_ml, MARK_SD * what.volume_ml)

    def read(self, jug, event):
        value, x = event.what.figure, self.now(jug)
        started = self.pitched.get(jug)
        early = started is None or event.at - started <= timedelta(days=0.5)
        fell = jug in self.first and value <= self.first[jug] - 0.002
        if x[EATEN] == 0 and early and not fell:
            self.learn(jug, sg, value, SG_SD)
            self.first.setdefault(jug, value)
        else:
            self.settle(jug, value, f"{event.id}/reading")

    def dose(self, jug, event):
        what = event.what
        if what.dose == "sweetener":
            self.pour(jug, Pour(what.of, "sugar", mass_g=what.mass_g, sugar=what.of), event.id)
        elif what.dose == "acid":
            self.pour(
                jug, Pour(f"{what.of} acid", "acid", mass_g=what.mass_g, acid=what.of), event.id
            )
        elif what.dose == "tannin":
            self.pour(jug, Pour("Tannin", "tannin", mass_g=what.mass_g), event.id)
        elif what.dose == "bicarbonate_potassium":
            ml = volume(self.now(jug))
            self.base[jug][ACID] -= acid_taken_g_per_l(what.mass_g, ml) * ml / 1000

    def rack(self, jug, event):
        x, left = self.now(jug), event.what.left_behind_ml
        if left is not None:
            return self.scale(jug, 1 - left / volume(x))
        low, high = left_by_racking(tuple(self.pours[jug]), volume(x))
        self.scale(jug, 1 - (low + high) / 2)
        self.doubt(jug, f"{event.id}/left", -x * (high - low) / (2 * Z))
        return None
