#!/usr/bin/env python3
# SPDX-FileCopyrightText: 2026 The Yarrin authors
# SPDX-License-Identifier: GPL-3.0-or-later
"""Writes the templates that ship: small invented jobs, whole, each with calendars, bill, output book and sequences."""
import csv
import json
import pathlib
from decimal import Decimal

HERE = pathlib.Path(__file__).parent
DAY = 480
BOOK = {row["Item"]: row for row in csv.DictReader((HERE.parent / "book" / "output-book.csv").open(encoding="utf-8"))}
DAYS = ["mon", "tue", "wed", "thu", "fri", "sat", "sun"]


def number(value):
    value = Decimal(str(value))
    return int(value) if value == value.to_integral_value() else float(value)


def week(days, spells):
    return {day: (spells if i < days else []) for i, day in enumerate(DAYS)}


SITE5 = {"id": "site5", "name": "Site five-day", "day_minutes": DAY, "week": week(5, ["08:00-12:00", "13:00-17:00"])}
CURING = {"id": "curing", "name": "Curing, every day", "day_minutes": DAY, "week": week(7, ["08:00-12:00", "13:00-17:00"])}


class Job:
    def __init__(self, name, calendars=(), extra_book=()):
        self.name, self.calendars = name, [SITE5, *calendars]
        self.groups, self.places, self.activities, self.links = [], [], [], []
        self.bill, self.allocations, self.sequences, self.laid_out = [], [], [], []
        self.used, self.own, self.sections, self.apart = [], {row["id"]: row for row in extra_book}, [], []

    def group(self, key, name, parent=None):
        self.groups.append({"id": key, "name": name, "parent": parent})

    def place(self, key, name, parent=None, start=None, end=None):
        self.places.append({"id": key, "name": name, "parent": parent, "from_chainage": start, "to_chainage": end})

    def measure(self, item, quantity, crews=1):
        if item not in self.used:
            self.used.append(item)
        row = self.book_row(item)
        rate = {k: row[k] for k in ("output_per_crew_day", "hours_per_unit") if k in row}
        return {"quantity": number(quantity), "unit": row["unit"], "crews": crews, "factor": 1, "round_to": "day", **rate}

    def book_row(self, key):
        if key in self.own:
            return self.own[key]
        row = BOOK[key]
        made = {"id": key, "name": row["Name"], "group": row["Group"], "unit": row["Unit"]}
        if row["Output a day"]:
            made["output_per_crew_day"] = number(row["Output a day"])
        else:
            made["hours_per_unit"] = number(row["Hours a unit"])
        made["crew"] = [{"count": number(part.split(" ", 1)[0]), "name": part.split(" ", 1)[1]}
                        for part in (p.strip() for p in row["Crew"].split(";"))]
        made["source"], made["note"] = row["Source"], row["Note"]
        return made

    def task(self, key, name, group, days=None, item=None, quantity=None, crews=1, place=None, after=(), rate=None,
             calendar="site5", travel=None):
        row = {"id": key, "name": name, "kind": "task", "calendar": calendar, "breakdown": group}
        if place:
            row["location"] = place
        if travel:
            row["travel"] = travel
        if item:
            row["measure"], row["book_item"] = self.measure(item, quantity, crews), item
        else:
            row["duration"] = int(days * DAY)
        self.activities.append(row)
        if rate is not None:
            unit = row["measure"]["unit"] if item else "sum"
            self.to_bill(name, unit, group, rate, key, quantity if item else 1)
        self.follow(key, after)

    def to_bill(self, name, unit, group, rate, activity, quantity):
        """One item of the bill for a name; what activities do of it adds up."""
        found = next((row for row in self.bill if row["description"] == name and row["breakdown"] == group), None)
        if not found:
            found = {"id": f"{group}.{sum(row['breakdown'] == group for row in self.bill) + 1:02}", "description": name,
                     "unit": unit, "quantity": 0, "breakdown": group, "rate": rate}
            self.bill.append(found)
        found["quantity"] = number(Decimal(str(found["quantity"])) + Decimal(str(quantity)))
        self.allocations.append({"item": found["id"], "activity": activity, "quantity": number(quantity)})

    def follow(self, key, after):
        for one in after:
            before, *more = one.split(" ")
            kind = more[0] if more else "FS"
            lag = int(float(more[1]) * DAY) if len(more) > 1 else 0
            self.links.append({"from": before, "to": key, "type": kind, "lag": lag})

    def milestone(self, key, name, group, after=(), kind="finish_milestone"):
        self.activities.append({"id": key, "name": name, "kind": kind, "calendar": "site5", "breakdown": group})
        self.follow(key, after)

    def hammock(self, key, name, group, start, finish, cost):
        self.activities.append({"id": key, "name": name, "kind": "hammock", "calendar": "site5", "breakdown": group,
                                "from": [{"activity": start, "end": "start", "lag": 0}],
                                "to": [{"activity": finish, "end": "finish", "lag": 0}], "cost_per_week": cost})

    def lay(self, name, pattern, steps, links, units):
        """steps: name, item of the book or days, rate; links: from, to, type, days, to the next unit; units: place,
        group, quantities."""
        made = []
        for n, (what, how, rate, calendar, *more) in enumerate(steps, 1):
            step = {"number": n, "name": what, "calendar": calendar}
            if isinstance(how, str):
                self.measure(how, 1)
                step["book_item"], step["crews"] = how, more[1] if len(more) > 1 else 1
            else:
                step["duration"] = int(how * DAY)
            made.append(step)
        joined = [{"from": a, "to": b, "type": kind, "lag": int(days * DAY), **({"to_next_unit": True} if following else {})}
                  for a, b, kind, days, following in links]
        self.sequences.append({"name": name, "id_pattern": pattern, "steps": made, "links": joined})
        keys = {}
        names = {row["id"]: row["name"] for row in self.places}
        for unit, (place, group, quantities) in enumerate(units, 1):
            laid = {"sequence": name, "location": place, "breakdown": group, "unit": unit, "steps": []}
            for n, ((what, how, rate, calendar, *more), quantity) in enumerate(zip(steps, quantities), 1):
                key = pattern.replace("{unit:2}", f"{unit:02}").replace("{unit}", str(unit)).replace("{step}", str(n))
                keys[unit, n] = key
                self.task(key, f"{what}, {names[place]}", group, place=place, calendar=calendar,
                          **({"item": how, "quantity": quantity, "crews": more[1] if len(more) > 1 else 1}
                             if isinstance(how, str) else {"days": how}), travel=more[0] if more else None)
                if rate is not None and isinstance(how, str):
                    self.to_bill(what, self.book_row(how)["unit"], group, rate, key, quantity)
                laid["steps"].append({"step": n, "activity": key, "quantity": number(quantity)})
            self.laid_out.append(laid)
        for unit in range(1, len(units) + 1):
            for a, b, kind, days, following in links:
                if following and unit == 1:
                    continue
                self.links.append({"from": keys[unit - 1 if following else unit, a], "to": keys[unit, b], "type": kind,
                                   "lag": int(days * DAY)})
        return keys

    def together(self, one, other, note):
        self.apart.append({"item": one, "other_item": other, "together": True, "note": note})

    def section(self, milestone, completion, rate):
        self.sections.append({"id": "S1", "name": "The works", "milestone": milestone, "completion": completion,
                              "rate": rate})

    def write(self, name):
        order = {row["id"]: i for i, row in enumerate(self.groups)}
        self.activities.sort(key=lambda row: order[row["breakdown"]])
        total = sum(Decimal(str(row["quantity"])) * Decimal(str(row["rate"])) for row in self.bill)
        job = {"format": "yarrin-programme", "version": 1, "title": self.name, "start": "2027-03-01T08:00",
               "data_date": None, "default_calendar": "site5", "calendars": self.calendars, "breakdown": self.groups,
               "locations": self.places, "activities": self.activities, "links": self.links,
               "contract": {"currency": "GBP", "contract_sum": number(round(total, -3)), "damages_cap_share": 0.1,
                            "notice_days": 28, "sections": self.sections},
               "book": [self.book_row(key) for key in sorted(self.used)], "bill": self.bill,
               "allocations": self.allocations, "sequences": self.sequences, "laid_out": self.laid_out, "apart": self.apart}
        (HERE / f"{name}.yarrin.json").write_text(json.dumps(job, ensure_ascii=False, indent=1) + "\n", encoding="utf-8")


def own(key, name, unit, output, crew):
    return {"id": key, "name": name, "group": "This job", "unit": unit, "output_per_crew_day": output,
            "crew": [{"count": count, "name": who} for count, who in crew], "source": "a guess to begin with", "note": ""}


def house():
    job = Job("House", [CURING], [
        own("X01", "Blockwork, inner leaf", "m2", 22, [(2, "Bricklayer"), (1, "Labourer")]),
        own("X02", "Facing brickwork", "m2", 12, [(2, "Bricklayer"), (1, "Labourer")]),
        own("X03", "Roof tiling", "m2", 30, [(2, "Roofer")]),
        own("X04", "Plaster", "m2", 60, [(2, "Plasterer"), (1, "Labourer")])])
    for key, name in (("P", "Preliminaries"), ("S", "Substructure"), ("U", "Superstructure"), ("F", "Fit-out"),
                      ("X", "Outside")):
        job.group(key, name)
    for key, name in (("GF", "Ground floor"), ("FF", "First floor"), ("RF", "Roof"), ("GD", "Garden")):
        job.place(key, name)
    job.milestone("M10", "Possession of the site", "P", kind="start_milestone")
    job.task("P10", "Fence and set up", "P", days=3, after=["M10"], rate=4200)
    job.task("S10", "Strip topsoil", "S", item="E01", quantity=120, place="GD", after=["P10"], rate=9)
    job.task("S20", "Dig foundations", "S", item="E02", quantity=90, place="GF", after=["S10"], rate=18)
    job.task("S30", "Concrete to foundations", "S", item="C01", quantity=34, place="GF", after=["S20"], rate=185)
    job.task("S40", "Drains below the slab", "S", item="D01", quantity=46, place="GF", after=["S30"], rate=95)
    job.task("S50", "Ground slab", "S", item="C02", quantity=18, place="GF", after=["S40"], rate=178)
    job.task("S60", "Slab cures", "S", days=7, place="GF", after=["S50"], calendar="curing")
    job.task("U10", "Blockwork to first floor", "U", item="X01", quantity=96, place="GF", after=["S60"], rate=48)
    job.task("U20", "First floor joists and deck", "U", days=4, place="FF", after=["U10"], rate=7800)
    job.task("U30", "Blockwork to roof", "U", item="X01", quantity=92, place="FF", after=["U20"], rate=48)
    job.task("U40", "Roof trusses", "U", days=3, place="RF", after=["U30"], rate=9200)
    job.task("U50", "Roof tiling", "U", item="X03", quantity=124, place="RF", after=["U40"], rate=62)
    job.task("U60", "Facing brickwork", "U", item="X02", quantity=150, crews=2, place="GF", after=["U30 SS 2"], rate=88)
    job.task("U70", "Windows and external doors", "U", item="R04", quantity=12, place="GF", after=["U60", "U40"], rate=780)
    job.milestone("M20", "Watertight", "U", after=["U50", "U70"])
    job.task("F10", "First fix services", "F", item="N01", quantity=140, place="GF", after=["M20"], rate=64)
    job.task("F20", "Partitions", "F", item="F01", quantity=110, place="FF", after=["M20"], rate=52)
    job.task("F30", "Plaster", "F", item="X04", quantity=420, crews=2, place="GF", after=["F10", "F20"], rate=19)
    job.task("F40", "Plaster dries", "F", days=14, place="GF", after=["F30"], calendar="curing")
    job.task("F50", "Second fix services", "F", item="N02", quantity=140, place="GF", after=["F40"], rate=58)
    job.task("F60", "Kitchen and sanitary fittings", "F", item="F07", quantity=9, place="GF", after=["F50"], rate=640)
    job.task("F70", "Internal doors", "F", item="F06", quantity=11, place="FF", after=["F40"], rate=420)
    job.task("F80", "Paint walls", "F", item="F05", quantity=420, place="GF", after=["F60", "F70"], rate=8)
    job.task("F90", "Floor finishes", "F", item="F04", quantity=140, place="GF", after=["F80"], rate=54)
    job.task("X10", "Drive and paths", "X", item="D07", quantity=95, place="GD", after=["U70"], rate=74)
    job.task("X20", "Fencing", "X", item="D10", quantity=60, place="GD", after=["X10"], rate=82)
    job.task("X30", "Topsoil and turf", "X", days=3, place="GD", after=["X20"], rate=2600)
    job.task("P90", "Snags and cleaning", "P", days=5, after=["F90", "X30"], rate=2400)
    job.milestone("M30", "Handed over", "P", after=["P90"])
    job.hammock("H10", "Site cabin and scaffold", "P", "P10", "M20", 640)
    job.section("M30", "2027-06-18", 350)
    job.write("house")


def road():
    job = Job("Road with a culvert", [
        {"id": "asphalt", "name": "Asphalt season", "extends": "site5", "exceptions": [
            {"from": "2027-11-15", "to": "2028-02-28", "yearly": True, "work": [], "name": "Closed for asphalt"}]}, CURING])
    for key, name in (("P", "Preliminaries"), ("E", "Earthworks and road"), ("C", "Culvert"), ("D", "Drainage and finishes")):
        job.group(key, name)
    job.place("RD", "Road", None, 0, 1200)
    for n in range(6):
        job.place(f"CH{n + 1}", f"ch {n * 200}–{n * 200 + 200}", "RD", n * 200, n * 200 + 200)
    job.place("CV", "Culvert")
    job.milestone("M10", "Possession of the site", "P", kind="start_milestone")
    job.task("P10", "Set up, haul roads", "P", days=8, after=["M10"], rate=38000)
    job.task("P20", "Set out and survey", "P", days=5, after=["M10"], rate=9000)
    keys = job.lay("Road bay", "E{unit}{step}0",
                   [("Strip topsoil", "E01", 6.5, "site5"), ("Place and compact fill", "E04", 12, "site5"),
                    ("Trim formation", "E05", 2.4, "site5"), ("Sub-base", "D04", 46, "site5"),
                    ("Kerbs", "D03", 34, "site5"), ("Asphalt base and binder", "D05", 39, "asphalt"),
                    ("Asphalt surface", "D06", 18, "asphalt")],
                   [(1, 2, "FS", 0, False), (2, 3, "FS", 0, False), (3, 4, "SS", 1, False), (3, 4, "FF", 1, False),
                    (4, 5, "FS", 0, False), (5, 6, "FS", 2, False), (6, 7, "FS", 1, False)] +
                   [(n, n, "FS", 0, True) for n in range(1, 8)],
                   [(f"CH{n + 1}", "E", (780, 3400 + 500 * (n % 3), 2600, 730, 400, 2100, 2100)) for n in range(6)])
    job.follow(keys[1, 1], ["P10", "P20"])
    job.task("C10", "Divert the stream, excavate", "C", item="E02", quantity=620, place="CV", after=["P10"], rate=16)
    job.task("C20", "Blinding", "C", item="P04", quantity=160, place="CV", after=["C10"], rate=21)
    job.task("C30", "Precast culvert units", "C", item="C10", quantity=24, place="CV", after=["C20"], rate=2900)
    job.task("C40", "Headwalls, formwork", "C", item="C06", quantity=96, place="CV", after=["C30"], rate=92)
    job.task("C50", "Headwalls, concrete", "C", item="C03", quantity=44, place="CV", after=["C40"], rate=232)
    job.task("C60", "Headwalls cure", "C", days=7, place="CV", after=["C50"], calendar="curing")
    job.task("C70", "Backfill to the culvert", "C", item="E04", quantity=900, place="CV", after=["C60"], rate=12)
    job.follow(keys[3, 2], ["C70"])
    job.task("D10", "Drain pipe", "D", item="D01", quantity=1180, crews=2, place="RD", after=[keys[1, 1]], rate=132, travel="up")
    job.task("D20", "Manholes", "D", item="D02", quantity=24, crews=2, place="RD", after=["D10 SS 3", "D10 FF 2"], rate=3600, travel="up")
    job.follow(keys[1, 4], ["D10 SS 5"])
    job.task("D30", "Fencing", "D", item="D10", quantity=2300, crews=2, place="RD", after=[keys[6, 5]], rate=44, travel="up")
    job.task("D40", "Road markings", "D", item="D09", quantity=4800, place="RD", after=[keys[6, 7] + " FS 5"], rate=3.2, travel="up")
    job.milestone("M20", "Opened to traffic", "P", after=["D40", "D30", "D20"])
    job.hammock("H10", "Site offices and traffic management", "P", "P10", "M20", 9800)
    job.together("D02", "E04", "manholes are built up as the fill rises")
    job.section("M20", "2027-07-02", 4200)
    job.write("road")


def frame():
    job = Job("Concrete frame", [CURING])
    for key, name in (("P", "Preliminaries"), ("S", "Substructure"), ("F", "Frame"), ("E", "Envelope")):
        job.group(key, name)
    job.place("FD", "Foundations")
    job.place("BL", "Building")
    for n in range(1, 7):
        job.place(f"L{n}", f"level {n}" if n < 6 else "roof", "BL")
    job.milestone("M10", "Possession of the site", "P", kind="start_milestone")
    job.task("P10", "Set up, tower crane", "P", days=12, after=["M10"], rate=86000)
    job.task("S10", "Bored piles", "S", item="P01", quantity=960, crews=1, place="FD", after=["P10 FS -5"], rate=148)
    job.task("S20", "Break down pile heads", "S", item="P03", quantity=80, place="FD", after=["S10 FS 3"], rate=165)
    job.task("S30", "Blinding", "S", item="P04", quantity=740, place="FD", after=["S20"], rate=19)
    job.task("S40", "Pile caps and beams, reinforcement", "S", item="C08", quantity=38, crews=2, place="FD", after=["S30"], rate=1480)
    job.task("S50", "Pile caps and beams, concrete", "S", item="C01", quantity=290, place="FD", after=["S40"], rate=172)
    job.task("S60", "Ground slab", "S", item="C02", quantity=190, place="FD", after=["S50"], rate=169)
    keys = job.lay("Floor", "F{unit}{step}0",
                   [("Columns and core, formwork", "C06", 84, "site5", None, 2), ("Columns and core, concrete", "C03", 228, "site5"),
                    ("Soffit formwork", "C07", 72, "site5", None, 3), ("Slab reinforcement", "C08", 1460, "site5", None, 2),
                    ("Slab concrete", "C04", 176, "site5"), ("Slab cures", 7, None, "curing")],
                   [(1, 2, "FS", 0, False), (2, 3, "SS", 1, False), (2, 3, "FF", 1, False), (3, 4, "FS", 0, False),
                    (4, 5, "FS", 0, False), (5, 6, "FS", 0, False), (5, 1, "FS", 2, True), (6, 3, "FS", 0, True),
                    (4, 4, "FS", 0, True)],
                   [(f"L{n}", "F", (260 - 10 * n, 52 - 2 * n, 640, 22, 172, 0)) for n in range(1, 7)])
    job.follow(keys[1, 1], ["S60"])
    for n in range(1, 6):
        after = [f"{keys[min(n + 2, 6), 6]}"] + ([f"E{n - 1}10"] if n > 1 else [])
        job.task(f"E{n}10", f"Cladding, level {n}", "E", item="R02", quantity=310, crews=2, place=f"L{n}", after=after, rate=205)
    job.task("E610", "Roof sheeting", "E", item="R01", quantity=680, place="L6", after=[keys[6, 6]], rate=112)
    job.milestone("M20", "Watertight", "P", after=["E510", "E610"])
    job.hammock("H10", "Tower crane", "P", "P10", "E510", 6400)
    job.together("C03", "C07", "soffits begin where columns are struck")
    job.section("M20", "2028-01-14", 3000)
    job.write("frame")


def pipeline():
    job = Job("Pipeline", [{"id": "site6", "name": "Spread, six-day", "extends": "site5", "week": week(6, ["07:00-12:00", "13:00-16:00"])}], [
        own("X01", "Fence and strip the working width", "m", 260, [(1, "Dozer"), (3, "Labourer")]),
        own("X02", "String and bend pipe", "m", 240, [(1, "Sideboom"), (4, "Pipe hand")]),
        own("X03", "Weld and coat", "m", 130, [(6, "Welder"), (4, "Pipe hand")]),
        own("X04", "Trench, 1.8 m deep", "m", 160, [(2, "Excavator 30 t"), (3, "Labourer")]),
        own("X05", "Lower in and backfill", "m", 180, [(3, "Sideboom"), (1, "Excavator 30 t"), (5, "Pipe hand")]),
        own("X06", "Reinstate", "m", 220, [(1, "Dozer"), (4, "Labourer")])])
    for key, name in (("P", "Preliminaries"), ("L", "Line"), ("C", "Crossings"), ("T", "Testing")):
        job.group(key, name)
    job.place("PL", "Pipeline", None, 0, 6000)
    for n in range(6):
        job.place(f"K{n + 1}", f"km {n}–{n + 1}", "PL", n * 1000, n * 1000 + 1000)
    job.place("RX", "River crossing")
    job.place("WX", "Road crossing")
    job.milestone("M10", "Access to the land", "P", kind="start_milestone")
    job.task("P10", "Set up yards, bring pipe", "P", days=15, after=["M10"], rate=124000)
    keys = job.lay("Kilometre", "L{unit}{step}0",
                   [("Fence and strip", "X01", 14, "site6"), ("String and bend", "X02", 22, "site6"),
                    ("Weld and coat", "X03", 86, "site6"), ("Trench", "X04", 31, "site6"),
                    ("Lower in and backfill", "X05", 42, "site6"), ("Reinstate", "X06", 18, "site6")],
                   [(a, a + 1, kind, 2, False) for a in range(1, 6) for kind in ("SS", "FF")] +
                   [(n, n, "FS", 0, True) for n in range(1, 7)],
                   [(f"K{n + 1}", "L", (1000,) * 6) for n in range(6)])
    job.follow(keys[1, 1], ["P10 FS -5"])
    job.task("C10", "River, bored crossing", "C", days=32, place="RX", after=["P10"], rate=410000)
    job.task("C20", "Road, thrust bore", "C", days=14, place="WX", after=["P10 FS 10"], rate=128000)
    job.follow(keys[4, 5], ["C10"])
    job.follow(keys[2, 5], ["C20"])
    job.task("T10", "Tie-ins", "T", days=10, after=[keys[6, 5]], rate=96000)
    job.task("T20", "Fill and pressure test", "T", days=12, after=["T10"], rate=74000)
    job.task("T30", "Dry and commission", "T", days=15, after=["T20"], rate=88000)
    job.milestone("M20", "Ready for gas", "T", after=["T30", keys[6, 6]])
    job.hammock("H10", "Camp and transport", "P", "P10", "T20", 21000)
    job.section("M20", "2027-08-06", 9000)
    job.write("pipeline")


def fit_out():
    job = Job("Fit-out", [CURING])
    for key, name in (("P", "Preliminaries"), ("F", "Floors"), ("R", "Risers and plant"), ("C", "Commissioning")):
        job.group(key, name)
    job.place("BL", "Building")
    for floor in range(1, 4):
        job.place(f"F{floor}", f"floor {floor}", "BL")
        for half, name in (("W", "west"), ("E", "east")):
            job.place(f"F{floor}{half}", f"floor {floor} {name}", f"F{floor}")
    job.milestone("M10", "Access to the floors", "P", kind="start_milestone")
    job.task("P10", "Protection, hoist and site office", "P", days=6, after=["M10"], rate=42000)
    job.task("P20", "Survey and set out", "P", days=4, after=["M10"], rate=6500)
    keys = job.lay("Half floor", "F{unit}{step}0",
                   [("First fix services", "N01", 178, "site5"), ("Partitions", "F01", 68, "site5"),
                    ("Second fix services", "N02", 132, "site5"), ("Ceilings", "F02", 49, "site5"),
                    ("Paint walls", "F05", 9.5, "site5"), ("Doors", "F06", 880, "site5"),
                    ("Floor finishes", "F04", 61, "site5"), ("Snags", 2, None, "site5")],
                   [(1, 2, "FS", 0, False), (2, 3, "FS", 0, False), (3, 4, "FS", 0, False), (4, 5, "FS", 0, False),
                    (5, 6, "FS", 1, False), (6, 7, "FS", 0, False), (7, 8, "FS", 0, False)] +
                   [(n, n, "FS", 0, True) for n in range(1, 9)],
                   [(f"F{floor}{half}", "F", (460, 240, 460, 440, 820, 14, 450, 0)) for floor in (1, 2, 3) for half in "WE"])
    job.follow(keys[1, 1], ["P10", "P20"])
    job.task("R10", "Risers, pipework and ducts", "R", days=24, after=["P10"], rate=164000)
    job.task("R20", "Air handling units", "R", item="N03", quantity=4, after=["R10"], rate=38000)
    job.follow(keys[2, 3], ["R10"])
    job.task("C10", "Balance and test services", "C", days=12, after=[keys[6, 3], "R20"], rate=58000)
    job.task("C20", "Fire alarm and building control", "C", days=6, after=["C10", keys[6, 4]], rate=22000)
    job.milestone("M20", "Handed over", "P", after=["C20", keys[6, 8]])
    job.hammock("H10", "Hoist and site office", "P", "P10", "M20", 5200)
    job.section("M20", "2027-07-16", 2500)
    job.write("fit-out")


for make in (house, road, frame, pipeline, fit_out):
    make()
