#!/usr/bin/env python3
# SPDX-FileCopyrightText: 2026 The Yarrin authors
# SPDX-License-Identifier: GPL-3.0-or-later
"""Makes cases.txt: random small projects with the least makespan that MiniZinc with Gecode proves for them.

Each case is a line: activities, resources, optimum, the supply of each resource, and for each activity its days, what it
needs of each resource, how many it waits for and which. Run by hand, with MiniZinc installed; the file is kept.
"""
import random
import subprocess
import sys
import tempfile

MODEL = """
include "cumulative.mzn";
int: n; int: m; array[1..m] of int: cap; array[1..n] of int: dur; array[1..n, 1..m] of int: need;
int: links; array[1..links] of int: before; array[1..links] of int: after;
int: horizon = sum(dur);
array[1..n] of var 0..horizon: start; var 0..horizon: span;
constraint forall(i in 1..n)(start[i] + dur[i] <= span);
constraint forall(k in 1..links)(start[before[k]] + dur[before[k]] <= start[after[k]]);
constraint forall(r in 1..m)(cumulative(start, dur, [need[i, r] | i in 1..n], cap[r]));
solve :: int_search([span] ++ start, smallest, indomain_min) minimize span;
output [show(span)];
"""


def case(rng):
    n, m = rng.randint(8, 13), rng.randint(1, 3)
    cap = [rng.randint(3, 6) for _ in range(m)]
    dur = [rng.randint(1, 9) for _ in range(n)]
    need = [[rng.choice([0, rng.randint(1, c)]) for c in cap] for _ in range(n)]
    waits = [sorted(rng.sample(range(i), min(i, rng.choice([0, 1, 1, 2])))) for i in range(n)]
    return n, m, cap, dur, need, waits


def optimum(n, m, cap, dur, need, waits):
    pairs = [(b + 1, a + 1) for a in range(n) for b in waits[a]]
    data = f"n={n};m={m};cap={cap};dur={dur};links={len(pairs)};"
    data += f"before={[b for b, _ in pairs]};after={[a for _, a in pairs]};"
    data += f"need=array2d(1..{n},1..{m},{[x for row in need for x in row]});"
    with tempfile.NamedTemporaryFile("w", suffix=".mzn") as model, tempfile.NamedTemporaryFile("w", suffix=".dzn") as dzn:
        model.write(MODEL)
        dzn.write(data)
        model.flush()
        dzn.flush()
        out = subprocess.run(["minizinc", "--solver", "gecode", "--time-limit", "20000", model.name, dzn.name],
                             capture_output=True, text=True, check=True).stdout
    # Only what is proven: the last line is ten equals signs then.
    return int(out.split()[0]) if "==========" in out else None


def main():
    rng = random.Random(20261130)
    done = 0
    while done < int(sys.argv[1]) if len(sys.argv) > 1 else done < 120:
        one = case(rng)
        best = optimum(*one)
        if best is None:
            continue
        n, m, cap, dur, need, waits = one
        words = [n, m, best, *cap]
        for a in range(n):
            words += [dur[a], *need[a], len(waits[a]), *waits[a]]
        print(*words)
        done += 1


main()
