#!/usr/bin/env python3
# SPDX-FileCopyrightText: 2026 The Yarrin authors
# SPDX-License-Identifier: GPL-3.0-or-later
"""Writes brannoch.yarrin.json: an invented ferry terminal, built from quantities, outputs, crews and links."""
import csv
import base64
import json
import pathlib
from decimal import Decimal

DAY8, DAY10 = 480, 600
eight = ["08:00-12:00", "13:00-17:00"]
ten = ["07:00-12:00", "13:00-18:00"]
weekdays = ["mon", "tue", "wed", "thu", "fri", "sat", "sun"]


def week(days, spells):
    return {day: (spells if i < days else []) for i, day in enumerate(weekdays)}


def off(first, last=None, yearly=False, name=""):
    return {"from": first, "to": last or first, "yearly": yearly, "work": [], "name": name}


def rule(words, name):
    return {"rule": words, "work": [], "name": name}


calendars = [
    {"id": "site5", "name": "Site five-day", "day_minutes": DAY8, "week": week(5, eight), "exceptions": [
        rule("1 January, moved off weekends", "New Year's Day"), rule("2 January, moved off weekends", "2 January"),
        rule("Easter -2", "Good Friday"), rule("Easter +1", "Easter Monday"),
        rule("first Monday in May", "May holiday"), rule("first Monday in August", "Summer holiday"),
        rule("30 November, moved off weekends", "St Andrew's Day"),
        rule("25 December, moved off weekends", "Christmas Day"),
        rule("26 December, moved off weekends", "Boxing Day"),
        off("2026-12-23", "2027-01-04", True, "Winter shutdown")]},
    {"id": "marine6", "name": "Marine six-day", "extends": "site5", "day_minutes": DAY10, "week": week(6, ten),
     "exceptions": [off("2026-07-10", "2026-07-11", name="Island regatta"),
                    off("2027-07-09", "2027-07-10", name="Island regatta")],
     "weather": [3, 3, 2, 1, 1, 0, 0, 0, 1, 1, 2, 2]},
    {"id": "piling", "name": "Marine, piling ban", "extends": "marine6",
     "exceptions": [off("2026-04-01", "2026-05-31", True, "Piling ban, marine mammals")]},
    {"id": "tens4", "name": "Four tens, steel", "extends": "site5", "day_minutes": DAY10, "week": week(4, ten)},
    {"id": "asphalt", "name": "Asphalt season", "extends": "site5",
     "exceptions": [off("2026-11-01", "2027-02-28", True, "Closed for asphalt")]},
    {"id": "tide", "name": "Tide window, bankseat", "extends": "site5", "day_minutes": 330,
     "week": week(6, ["06:00-22:00"]),
     "exceptions": [{"from": "2026-03-01", "to": "2027-12-31", "tide": "below -0.4", "name": "Low water"}]},
]

breakdown, locations, activities, links = [], [], [], []
bill, allocations, sequences, laid_out = {}, [], [], []
book = {row["Item"]: row for row in csv.DictReader(
    pathlib.Path(__file__).parent.parent.joinpath("book", "output-book.csv").open(encoding="utf-8"))}
used = []  # items of the book that the job has copies of
# What the job's copies state otherwise than the book, and why.
own = {"M01": {"Output a day": "950", "Source": "Trial tipping, February", "Note": "11 km haul from the quarry"},
       "M03": {"Output a day": "460", "Source": "Own records, exposed sites"}}


def number(text):
    value = Decimal(str(text))
    return int(value) if value == value.to_integral_value() else float(value)


def group(key, name, parent=None):
    breakdown.append({"id": key, "name": name, "parent": parent})


def place(key, name, parent=None, start=None, end=None):
    locations.append({"id": key, "name": name, "parent": parent, "from_chainage": start, "to_chainage": end})


def item(key, text, unit, where, rate, quantity=None):
    """A bill item; without a quantity it is what activities do of it."""
    bill[key] = {"id": key, "description": text, "unit": unit, "quantity": quantity, "breakdown": where, "rate": rate}


def allocate(key, activity, quantity):
    allocations.append({"item": key, "activity": activity, "quantity": number(quantity)})


def from_book(key):
    if key not in used:
        used.append(key)
    return {**book[key], **own.get(key, {})}


def measure(key, quantity, crews=1, factor=1, learning=None, unit_number=None):
    row = from_book(key)
    made = {"quantity": number(quantity), "unit": row["Unit"], "crews": crews, "factor": factor, "round_to": "day"}
    if row["Output a day"]:
        made["output_per_crew_day"] = number(row["Output a day"])
    else:
        made["hours_per_unit"] = number(row["Hours a unit"])
    if learning:
        made["learning_rate"] = learning
    if unit_number:
        made["unit_number"] = unit_number
    return made


minutes_of = {"site5": DAY8, "asphalt": DAY8, "marine6": DAY10, "piling": DAY10, "tens4": DAY10, "tide": 330,
              "continuous": 1440}


def task(key, name, where, cal, days=None, q=None, loc=None, bills=(), **more):
    """q: item of the book, quantity, crews, factor; bills: bill items with quantities."""
    row = {"id": key, "name": name, "kind": "task", "calendar": cal, "breakdown": where}
    if loc:
        row["location"] = loc
    if q:
        row["measure"] = measure(*q)
        row["book_item"] = q[0]
    else:
        row["duration"] = int(days * minutes_of[cal])
    row.update(more)
    activities.append(row)
    for bill_item, quantity in bills:
        allocate(bill_item, key, quantity)


def milestone(key, name, where, kind="finish_milestone", **more):
    activities.append({"id": key, "name": name, "kind": kind, "calendar": "site5", "breakdown": where, **more})


def hammock(key, name, where, cal, start, finish, cost):
    activities.append({"id": key, "name": name, "kind": "hammock", "calendar": cal, "breakdown": where,
                       "from": [{"activity": start[0], "end": start[1], "lag": 0}],
                       "to": [{"activity": a, "end": e, "lag": 0} for a, e in finish], "cost_per_week": cost})


def link(before, after, kind="FS", days=0, day=DAY8, calendar=None):
    row = {"from": before, "to": after, "type": kind, "lag": int(days * day)}
    if calendar:
        row["lag_calendar"] = calendar
    links.append(row)


def step(number_, name, cal, q=None, days=None, bill_item=None, crews=1, factor=1, learning=None, notes=""):
    made = {"number": number_, "name": name}
    if q:
        from_book(q)
        made["book_item"] = q
        made["crews"] = crews
        if factor != 1:
            made["factor"] = factor
    if bill_item:
        made["bill_item"] = bill_item
    if days:
        made["duration"] = int(days * minutes_of[cal])
    made["calendar"] = cal
    if learning:
        made["learning_rate"] = learning
    if notes:
        made["notes"] = notes
    return made


def step_link(before, after, kind="FS", days=0, day=DAY8, calendar=None, next_unit=False):
    made = {"from": before, "to": after, "type": kind, "lag": int(days * day)}
    if calendar:
        made["lag_calendar"] = calendar
    if next_unit:
        made["to_next_unit"] = True
    return made


def lay(name, pattern, steps, step_links, units):
    """A sequence and what it is laid out as; units: location, group, quantities of the steps, further bill items by
    step, and by activity what was altered by hand."""
    sequences.append({"name": name, "id_pattern": pattern, "steps": steps, "links": step_links})
    names = {row["id"]: row["name"] for row in locations}
    keys = {}
    for n, (loc, where, quantities, more, altered) in enumerate(units, 1):
        laid = {"sequence": name, "location": loc, "breakdown": where, "unit": n, "steps": []}
        for position, s in enumerate(steps, 1):
            key = pattern.replace("{unit:2}", f"{n:02}").replace("{unit}", str(n)).replace("{step}", str(position))
            keys[n, s["number"]] = key
            quantity = quantities[position - 1]
            row = {"id": key, "name": f"{s['name']}, {names[loc]}", "kind": "task", "calendar": s["calendar"],
                   "breakdown": where, "location": loc}
            if "book_item" in s:
                row["measure"] = measure(s["book_item"], quantity, s["crews"], s.get("factor", 1), s.get("learning_rate"), n)
                row["book_item"] = s["book_item"]
            else:
                row["duration"] = s["duration"]
            if "notes" in s:
                row["notes"] = s["notes"]
            if position in altered:
                if "measure" in altered[position]:
                    row["measure"].update(altered[position]["measure"])
                row.update({k: v for k, v in altered[position].items() if k != "measure"})
            activities.append(row)
            if "bill_item" in s:
                allocate(s["bill_item"], key, quantity)
            for bill_item, amount in more.get(position, ()):
                allocate(bill_item, key, amount)
            laid["steps"].append({"step": s["number"], "activity": key, "quantity": number(quantity)})
        laid_out.append(laid)
    for n in range(1, len(units) + 1):
        for one in step_links:
            if one.get("to_next_unit") and n == 1:
                continue
            row = {"from": keys[n - 1 if one.get("to_next_unit") else n, one["from"]], "to": keys[n, one["to"]],
                   "type": one["type"], "lag": one["lag"]}
            if "lag_calendar" in one:
                row["lag_calendar"] = one["lag_calendar"]
            links.append(row)


# --- what is where
group("P", "Preliminaries")
group("B", "Berth · Section 2")
group("BD", "Dolphins", "B")
group("BL", "Linkspan", "B")
group("C", "Causeway · Section 1")
group("Y", "Marshalling yard · Section 1")
group("T", "Terminal · Section 3")
group("TG", "Foundations", "T")
group("TS", "Structure and envelope", "T")
group("TF", "Fit-out", "T")
group("K", "Commissioning")
place("CW", "Causeway", None, 0, 620)
for i in range(10):
    place(f"CH{i + 1}", f"ch {i * 62}–{i * 62 + 62}", "CW", i * 62, i * 62 + 62)
place("BE", "Berth")
for i in range(4):
    place(f"D{i + 1}", f"D{i + 1}", "BE")
place("BS", "Bankseat", "BE")
place("LS", "Linkspan", "BE")
place("TE", "Terminal")
for key, name in (("GA", "Grid A–C"), ("GB", "Grid D–F"), ("GC", "Grid G–J")):
    place(key, name, "TE")
for key, name in (("GF", "Ground floor"), ("FF", "First floor"), ("RF", "Roof")):
    place(key, name, "TE")
for floor, name in (("GF", "ground"), ("FF", "first")):
    place(f"{floor}W", f"{name} floor west", floor)
    place(f"{floor}E", f"{name} floor east", floor)
place("YD", "Yard")
for i in range(6):
    place(f"L{i + 1}", f"lane {i + 1}", "YD")

# --- the bill: quantities of items without one are what activities do of them
item("2.01", "Rock sockets 1200 mm diameter, 4 m", "no", "B", 61500)
item("2.02", "Concrete C50/60, pile caps", "m3", "B", 385, 1344)
item("2.03", "Reinforcement, pile caps", "t", "B", 1680, 201)
item("2.04", "Formwork, soffits of pile caps", "m2", "B", 148, 1980)
item("2.05", "Formwork, sides of pile caps", "m2", "B", 96, 620)
item("2.06", "Fender panels, 3 m by 2 m", "no", "B", 21400, 32)
item("2.07", "Ladders, galvanised", "no", "B", 5200)
item("2.08", "Bollards, 100 t", "no", "B", 7900)
item("2.09", "Handrail to dolphins", "m", "B", 210, 180)
item("2.10", "Cathodic protection, anodes", "no", "B", 940, 96)
item("2.11", "Bankseat excavation below high water", "m3", "B", 64, 410)
item("2.12", "Bankseat blinding", "m2", "B", 24, 96)
item("2.13", "Bankseat concrete C40/50, walls and base", "m3", "B", 240, 286)
item("2.14", "Bankseat formwork", "m2", "B", 88, 540)
item("2.15", "Bankseat reinforcement", "t", "B", 1590, 38)
item("2.16", "Scour protection mattress", "m2", "B", 165, 1450)
item("2.17", "Linkspan bearings and seatings", "no", "B", 38500, 4)
item("2.18", "Linkspan deck, 46 m, supply", "no", "B", 4650000, 1)
item("2.19", "Linkspan deck, lift in", "no", "B", 386000, 1)
item("2.20", "Linkspan hydraulics and controls", "sum", "B", 742000, 1)
item("2.21", "Navigation lights", "no", "B", 6400, 6)
item("3.01", "Core, 1 to 500 kg", "t", "C", 24.5, 118400)
item("3.02", "Underlayer, 0.3 to 1 t", "t", "C", 31, 31900)
item("3.03", "Armour, 3 to 6 t", "t", "C", 47.5, 46750)
item("3.04", "Capping to causeway", "m3", "C", 58, 9480)
item("3.05", "Geotextile below capping", "m2", "C", 3.2, 11160)
item("3.06", "Wave wall, precast units", "no", "C", 1150, 310)
item("3.07", "Causeway road, sub-base", "m3", "C", 52, 1860)
item("3.08", "Causeway road, asphalt base and binder", "m2", "C", 41, 6200)
item("3.09", "Causeway road, asphalt surface", "m2", "C", 19, 6200)
item("3.10", "Kerbs to causeway", "m", "C", 38, 1240)
item("3.11", "Safety barrier", "m", "C", 118, 1240)
item("3.12", "Duct bank in causeway", "m", "C", 145, 620)
item("3.13", "Settlement markers", "no", "C", 420, 20)
item("4.01", "Bored piles 600 mm diameter", "m", "T", 168)
item("4.02", "Break down pile heads", "no", "T", 190)
item("4.03", "Formwork, pile caps and beams", "m2", "T", 62)
item("4.04", "Reinforcement, foundations", "t", "T", 1520)
item("4.05", "Concrete C32/40, foundations", "m3", "T", 178)
item("4.06", "Blinding", "m2", "T", 21, 640)
item("4.07", "Ground slab C32/40", "m3", "T", 172, 386)
item("4.08", "Mesh reinforcement, slabs", "t", "T", 1390, 31)
item("4.09", "Structural steel", "t", "T", 4450, 142)
item("4.10", "Grout to bases", "no", "T", 145, 56)
item("4.11", "Metal decking, first floor", "m2", "T", 58, 1180)
item("4.12", "Shear studs", "no", "T", 4.4, 5400)
item("4.13", "Concrete to suspended slab", "m3", "T", 181, 168)
item("4.14", "Fire protection to steel", "m2", "T", 39, 2250)
item("4.15", "Roof sheeting, insulated", "m2", "T", 118, 1640)
item("4.16", "Rooflights", "no", "T", 2300, 18)
item("4.17", "Cladding panels", "m2", "T", 215, 1720)
item("4.18", "Curtain walling", "m2", "T", 690, 590)
item("4.19", "External doors", "no", "T", 5200, 14)
item("4.20", "Dry lining partitions", "m2", "T", 74)
item("4.21", "Floor screed", "m2", "T", 26)
item("4.22", "Suspended ceilings", "m2", "T", 52)
item("4.23", "Internal doors", "no", "T", 940)
item("4.24", "Painting walls", "m2", "T", 11)
item("4.25", "Floor finishes", "m2", "T", 68)
item("4.26", "Services, first fix, floor area", "m2", "T", 285)
item("4.27", "Services, second fix, floor area", "m2", "T", 190)
item("4.28", "Air handling units", "no", "T", 46000, 4)
item("4.29", "Sanitary fittings", "no", "T", 860, 46)
item("4.30", "Masonry plinth wall", "m2", "T", 132, 260)
item("4.31", "Lifts", "no", "T", 118000, 2)
item("4.32", "Passenger boarding bridge", "no", "T", 1240000, 1)
item("4.33", "Signs and wayfinding", "sum", "T", 96000, 1)
item("5.01", "Drain pipe 300 mm", "m", "Y", 148)
item("5.02", "Manholes, precast", "no", "Y", 4100)
item("5.03", "Sub-base, 350 mm", "m3", "Y", 49)
item("5.04", "Asphalt base and binder course", "m2", "Y", 42)
item("5.05", "Asphalt surface course", "m2", "Y", 19.5)
item("5.06", "Lighting masts, 18 m", "no", "Y", 14800)
item("5.07", "Road markings", "m", "Y", 3.6)
item("5.08", "Fencing, 2.4 m", "m", "Y", 122, 1480)
item("5.09", "Gates", "no", "Y", 8800, 4)
item("5.10", "Kerbs to islands", "m", "Y", 36, 940)
item("5.11", "Check-in booths, concrete bases", "m3", "Y", 205, 74)
item("5.12", "Oil separator", "no", "Y", 68000, 2)
item("5.13", "Topsoil to verges", "m3", "Y", 18, 640)
item("6.01", "Weigh in motion, two lanes", "no", "K", 84000, 2)
item("6.02", "Ticketing and access control", "sum", "K", 410000, 1)
item("6.03", "Cameras and public address", "sum", "K", 265000, 1)
item("6.04", "Testing and commissioning", "sum", "K", 320000, 1)

item("1.01", "Design, approvals and surveys", "sum", "P", 1860000, 1)
item("1.02", "Establish the site and take it away", "sum", "P", 940000, 1)
item("1.03", "Quarry agreement and haul road", "sum", "P", 780000, 1)
item("1.04", "Marine plant, to the island and back", "sum", "P", 1450000, 1)
item("1.05", "Batching plant and trials", "sum", "P", 420000, 1)
item("1.06", "Running the site", "sum", "P", 2680000, 1)
item("1.07", "Supervision and management", "sum", "P", 1260000, 1)
item("1.08", "Insurances, bonds and general items", "sum", "P", None, 1)

# --- preliminaries
milestone("M010", "Possession of the site", "P", "start_milestone")
task("P010", "Site establishment and welfare", "P", "site5", 15, bills=[("1.02", 1), ("1.08", 1)])
task("P020", "Quarry agreement and haul road", "P", "site5", 23, bills=[("1.03", 1)])
task("P030", "Marine survey and setting out", "P", "marine6", 12)
task("P040", "Jack-up and rig mobilised", "P", "marine6", 18, bills=[("1.04", 1)],
     notes="Towed from the mainland; needs a weather window.")
task("P050", "Linkspan design and approval", "P", "site5", 70, bills=[("1.01", 1)])
task("P060", "Linkspan fabrication", "P", "tens4", 118, bills=[("2.18", 1)])
task("P070", "Steel frame design and fabrication", "P", "tens4", 88)
task("P080", "Concrete trials and batching plant", "P", "site5", 22, bills=[("1.05", 1)])
milestone("M020", "Linkspan delivered to site", "P", "start_milestone")
link("M010", "P010")
link("M010", "P020", "SS", 5)
link("M010", "P030", "FS", 10)
link("P030", "P040")
link("P010", "P040", "FS", 20)
link("M010", "P050")
link("M010", "P070", "FS", 30)
link("P010", "P080")
link("P050", "P060", "FS", 20)
link("P060", "M020", "FS", 14 * 3, 480, "continuous")

# --- causeway by chainage
lay("Causeway bay", "C{unit:2}{step}",
    [step(1, "Core", "marine6", "M01", bill_item="3.01", factor=0.9),
     step(2, "Underlayer", "marine6", "M02", bill_item="3.02", factor=0.9),
     step(3, "Armour 3–6 t", "marine6", "M03", bill_item="3.03", factor=0.9),
     step(4, "Capping", "site5", "M04", bill_item="3.04", factor=0.9)],
    [step_link(1, 2, "SS", 3, DAY10), step_link(1, 2, "FF", 2, DAY10), step_link(2, 3, "SS", 2, DAY10),
     step_link(2, 3, "FF", 4, DAY10), step_link(3, 4, "FS", -1, DAY10)] +
    [step_link(n, n, next_unit=True) for n in (1, 2, 3, 4)],
    [(f"CH{n}", "C", (11840, 3190, 4675, 948), {4: [("3.05", 1116), ("3.06", 31)]}, {}) for n in range(1, 11)])
link("P020", "C011", "FS", -5)
link("P030", "C011")

# --- dolphins and linkspan
lay("Dolphin", "B{unit}{step}0",
    [step(1, "Rock sockets", "piling", "M05", bill_item="2.01"),
     step(2, "Soffit formwork", "marine6", "C07", bill_item="2.04", crews=2, factor=0.65),
     step(3, "Pile cap", "marine6", "M08", bill_item="2.02", factor=0.85, learning=95),
     step(4, "Fender panels", "marine6", "M09", bill_item="2.06", factor=0.9),
     step(5, "Ladders and bollards", "marine6", "M10", bill_item="2.07")],
    [step_link(1, 2, "FS", 3, 1440, "continuous"), step_link(2, 3, "FS", -3, DAY10),
     step_link(3, 4, "FS", 7, 1440, "continuous"), step_link(4, 5, "SS", 2, DAY10), step_link(4, 5, "FF", 2, DAY10)] +
    [step_link(n, n, next_unit=True) for n in (1, 2, 3, 4)],
    [(f"D{n}", "BD", (6, 495, 336, 8, 6), {3: [("2.03", 50 if n < 4 else 51), ("2.05", 155)], 5: [("2.08", 3)]},
      {3: {"pauses": [{"after": 12 * DAY10, "for": 2 * DAY10}],
           **({"measure": {"crews": 2}} if n == 3 else {})}}) for n in range(1, 5)])
link("P040", "B110")
link("C041", "B110")
link("P080", "B130")
task("B510", "Bankseat excavation", "BL", "tide", q=("E03", 410, 1, 0.35), loc="BS", bills=[("2.11", 410)])
task("B520", "Bankseat formwork and reinforcement", "BL", "marine6", q=("C06", 540, 1, 0.8), loc="BS",
     bills=[("2.14", 540), ("2.15", 38), ("2.12", 96)])
task("B525", "Bankseat concrete", "BL", "marine6", q=("C03", 286, 1, 0.6), loc="BS", bills=[("2.13", 286)])
task("B530", "Bankseat curing", "BL", "continuous", 14, loc="BS")
task("B535", "Scour protection", "BL", "tide", q=("M14", 1450, 1, 1), loc="BS", bills=[("2.16", 1450)])
task("B540", "Bearings and linkspan seatings", "BL", "marine6", 10, loc="LS", bills=[("2.17", 4)])
task("B550", "Linkspan deck lift", "BL", "tide", q=("M13", 1, 1, 1), loc="LS", bills=[("2.19", 1)],
     constraint={"type": "start_not_before", "date": "2027-02-15"},
     notes="The heavy lift vessel is chartered from 15 February 2027.")
task("B560", "Linkspan hydraulics and controls", "BL", "site5", 28, loc="LS", bills=[("2.20", 1)])
task("B570", "Linkspan trials", "BL", "tide", 6, loc="LS")
task("B580", "Anodes and navigation lights", "BL", "marine6", 12, loc="BE", bills=[("2.10", 96), ("2.21", 6)])
milestone("M200", "Berth complete", "BL")
link("C091", "B510", "SS", 5, DAY10)
link("B510", "B520")
link("B520", "B525", "FS", -2, DAY10)
link("B525", "B530")
link("B530", "B535")
link("B530", "B540")
link("B540", "B550")
link("M020", "B550")
link("B430", "B550", "FS", -8, DAY10)
link("B530", "B430", "FF", 6, DAY10)
link("B550", "B560", "FS", 2)
link("B560", "B570")
link("B570", "M200")
link("B440", "B580")
link("B580", "M200")
link("B535", "M200")
for n in range(1, 5):
    link(f"B{n}50", "M200")
link("B440", "B570", "FS", 1, DAY10)

# --- yard
lay("Yard lane", "Y{unit}{step}0",
    [step(1, "Drainage and ducts", "site5", "D01", bill_item="5.01"),
     step(2, "Sub-base", "site5", "D04", bill_item="5.03"),
     step(3, "Asphalt base and binder", "asphalt", "D05", bill_item="5.04", factor=0.3),
     step(4, "Asphalt surface", "asphalt", "D06", bill_item="5.05", factor=0.3),
     step(5, "Lighting masts", "site5", "N05", bill_item="5.06"),
     step(6, "Road markings", "site5", "D09", bill_item="5.07", factor=0.5)],
    [step_link(1, 2, "SS", 4), step_link(1, 2, "FF", 2), step_link(2, 3, "FS", 2), step_link(3, 4, "FS", 1),
     step_link(1, 5, "FS", 3), step_link(4, 6, "FS", 2), step_link(5, 6)] +
    [step_link(n, n, next_unit=True) for n in (1, 2, 3, 4, 5, 6)],
    [(f"L{n}", "Y", (320, 1240, 1860, 1860, 5, 620), {1: [("5.02", 4)]}, {}) for n in range(1, 7)])
task("Y710", "Causeway road, sub-base and kerbs", "Y", "site5", q=("D04", 1860, 1, 0.8), loc="CW",
     bills=[("3.07", 1860), ("3.10", 1240)])
task("Y720", "Causeway road, asphalt", "Y", "asphalt", q=("D05", 6200, 1, 0.9), loc="CW", bills=[("3.08", 6200)])
task("Y730", "Causeway barriers", "Y", "site5", q=("D10", 1240, 1, 0.7), loc="CW", bills=[("3.11", 1240)])
task("Y740", "Fencing and gates", "Y", "site5", q=("D10", 1480, 1, 1), loc="YD", bills=[("5.08", 1480), ("5.09", 4)])
task("Y750", "Check-in booth bases", "Y", "site5", q=("C01", 74, 1, 0.3), loc="YD", bills=[("5.11", 74)])
milestone("M100", "Causeway and yard complete", "Y")
link("C104", "Y710")
link("C074", "Y110")
link("Y710", "Y720", "SS", 4)
link("Y710", "Y720", "FF", 3)
link("Y640", "Y720")
link("Y720", "Y730", "SS", 3)
link("Y720", "Y730", "FF", 5)
link("Y220", "Y750")
link("Y750", "Y740")
link("Y640", "Y740", "SS", 2)
link("Y730", "M100")
link("Y740", "M100")
link("Y660", "M100")

# --- terminal
task("T010", "Terminal plot handed over", "TG", "site5", 5, loc="TE")
lay("Foundations", "G{unit}{step}0",
    [step(1, "Bored piles", "site5", "P01", bill_item="4.01"),
     step(2, "Break down pile heads", "site5", "P03", bill_item="4.02"),
     step(3, "Formwork", "site5", "C05", bill_item="4.03", crews=2),
     step(4, "Reinforcement", "site5", "C08", bill_item="4.04"),
     step(5, "Concrete", "site5", "C01", bill_item="4.05")],
    [step_link(1, 2, "FS", 5, 1440, "continuous"), step_link(2, 3), step_link(3, 4, "SS", 2), step_link(3, 4, "FF", 2),
     step_link(4, 5)] + [step_link(n, n, next_unit=True) for n in (1, 2, 3, 4, 5)],
    [(loc, "TG", (336, 28, 210, 9.4, 92), {}, {}) for loc in ("GA", "GB", "GC")])
link("C053", "T010", "SS", 2, DAY10)
link("T010", "G110")
task("T110", "Blinding and slab formwork", "TS", "site5", q=("P04", 640, 1, 0.7), loc="GF", bills=[("4.06", 640)])
task("T115", "Ground slab", "TS", "site5", q=("C02", 386, 1, 0.7), loc="GF", bills=[("4.07", 386), ("4.08", 19)])
task("T120", "Slab curing", "TS", "continuous", 10, loc="GF")
task("T130", "Steel frame", "TS", "tens4", q=("S01", 142, 1, 0.6), loc="TE", bills=[("4.09", 142), ("4.10", 56)])
task("T135", "First floor decking and studs", "TS", "site5", q=("S02", 1180, 1, 0.7), loc="FF",
     bills=[("4.11", 1180), ("4.12", 5400)])
task("T140", "First floor slab", "TS", "site5", q=("C04", 168, 1, 0.6), loc="FF", bills=[("4.13", 168), ("4.08", 12)])
task("T145", "Fire protection to steel", "TS", "site5", q=("S05", 2250, 1, 1), loc="TE", bills=[("4.14", 2250)])
task("T150", "Roof sheeting", "TS", "site5", q=("R01", 1640, 1, 0.7), loc="RF", bills=[("4.15", 1640), ("4.16", 18)])
task("T160", "Cladding panels", "TS", "site5", q=("R02", 1720, 2, 0.9), loc="TE", bills=[("4.17", 1720)])
task("T165", "Curtain walling", "TS", "site5", q=("R03", 590, 2, 0.9), loc="TE", bills=[("4.18", 590), ("4.19", 14)])
task("T170", "Masonry plinth", "TS", "site5", q=("R05", 260, 1, 1), loc="TE", bills=[("4.30", 260)])
milestone("M310", "Terminal weathertight", "TS")
link("G350", "T110", "FS", 3)
link("T110", "T115")
link("T115", "T120")
link("T120", "T130")
link("P070", "T130")
link("T130", "T135", "FS", -6, DAY10)
link("T135", "T140")
link("T130", "T150", "FS", -4, DAY10)
link("T140", "T145", "FS", 5, 1440, "continuous")
link("T150", "T160", "SS", 8)
link("T160", "T165", "SS", 6)
link("T160", "T165", "FF", 4)
link("T120", "T170")
link("T170", "T160", "FS", -2)
for key in ("T150", "T160", "T165", "T140"):
    link(key, "M310")
lay("Floor trades", "F{unit}{step}0",
    [step(1, "First fix services", "site5", "N01", bill_item="4.26", crews=1, factor=0.9),
     step(2, "Partitions", "site5", "F01", bill_item="4.20", factor=0.8),
     step(3, "Screed", "site5", "F03", bill_item="4.21", factor=0.8),
     step(4, "Suspended ceilings", "site5", "F02", bill_item="4.22", learning=95),
     step(5, "Second fix services", "site5", "N02", bill_item="4.27"),
     step(6, "Internal doors", "site5", "F06", bill_item="4.23"),
     step(7, "Painting", "site5", "F05", bill_item="4.24"),
     step(8, "Floor finishes", "site5", "F04", bill_item="4.25")],
    [step_link(1, 2, "SS", 3), step_link(1, 2, "FF", 2), step_link(2, 3), step_link(3, 4, "FS", 7, 1440, "continuous"),
     step_link(4, 5, "SS", 3), step_link(4, 5, "FF", 2), step_link(4, 6), step_link(5, 7), step_link(6, 7),
     step_link(7, 8)] + [step_link(n, n, next_unit=True) for n in range(1, 9)],
    [(loc, "TF", (590 * f, 720 * f, 560 * f, 540 * f, 590 * f, 18, 1650 * f, 560 * f), {5: [("4.29", 11)]}, {})
     for loc, f in (("GFW", 1), ("GFE", 1), ("FFW", 0.8), ("FFE", 0.8))])
link("M310", "F110", "FS", -12)
link("T145", "F310")
task("T410", "Air handling and plant room", "TF", "site5", q=("N03", 4, 1, 1), loc="RF", bills=[("4.28", 4)])
task("T420", "Lifts", "TF", "site5", 30, loc="TE", bills=[("4.31", 2)])
task("T430", "Boarding bridge", "TF", "marine6", 16, loc="TE", bills=[("4.32", 1)])
link("T150", "T410")
link("M310", "T420")
link("T130", "T430", "FS", 40)
task("K010", "Services commissioning", "K", "site5", 18, loc="TE", bills=[("6.04", 1)])
task("K020", "Ticketing, security and data", "K", "site5", 18, loc="TE", bills=[("6.02", 1), ("6.03", 1)])
task("K030", "Berthing trials with the vessel", "K", "tide", 5, loc="BE")
task("K040", "Handover inspections, terminal", "K", "site5", 8, loc="TE")
task("K050", "Weigh in motion and lane control", "K", "site5", 12, loc="YD", bills=[("6.01", 2)])
task("K060", "Signs and wayfinding", "K", "site5", 10, loc="TE", bills=[("4.33", 1)])
milestone("M300", "Terminal ready for operator", "K")
milestone("M400", "Whole works complete", "K")
link("F450", "K010")
link("T410", "K010")
link("F350", "K020", "FS", -4)
link("F480", "K040", "FS", -3)
link("F470", "K060")
link("K010", "K040")
link("K020", "K040")
link("T420", "K040")
link("T430", "K040")
link("K060", "M300")
link("K040", "M300")
link("Y660", "K050")
link("K050", "M400")
link("M200", "K030")
for m in ("M100", "M300", "K030"):
    link(m, "M400")

hammock("H010", "Site establishment on hire", "P", "continuous", ("P010", "start"), [("M400", "finish")], 38500)
hammock("H020", "Marine plant on hire", "B", "continuous", ("P040", "finish"), [("B450", "finish"), ("B550", "finish")], 41200)
hammock("H030", "Tower crane", "TS", "continuous", ("T110", "start"), [("M310", "finish")], 6800)
hammock("H040", "Site supervision", "P", "continuous", ("M010", "start"), [("M400", "finish")], 17900)
hammock("H050", "Temporary causeway access", "C", "continuous", ("C011", "start"), [("Y710", "start")], 4300)

allocate("1.06", "H010", 1)
allocate("1.07", "H040", 1)

# What nobody gave a quantity is what its activities do; the rest of the others is left.
placed = {}
for row in allocations:
    placed[row["item"]] = placed.get(row["item"], Decimal(0)) + Decimal(str(row["quantity"]))
for key, row in bill.items():
    if row["quantity"] is None:
        row["quantity"] = number(placed[key])
    assert placed.get(key, 0) <= Decimal(str(row["quantity"])), (key, placed[key], row["quantity"])


# Everything but preliminaries is dear on an island; what is left of the contract sum is for general items.
CONTRACT_SUM, ISLAND = 48600000, 1.414


def dear(rate):
    rate *= ISLAND
    for least, step_ in ((100000, 5000), (10000, 250), (1000, 20), (100, 1), (10, 0.5)):
        if rate >= least:
            return number(Decimal(str(round(rate / step_) * step_)))
    return number(Decimal(str(round(rate, 1))))


for key, row in bill.items():
    if not key.startswith("1."):
        row["rate"] = dear(row["rate"])
bill["1.08"]["rate"] = number(Decimal(CONTRACT_SUM) - sum(
    (Decimal(str(row["quantity"])) * Decimal(str(row["rate"])) for row in bill.values() if row["rate"] is not None),
    Decimal(0)))
print("general items", bill["1.08"]["rate"])
bill = dict(sorted(bill.items()))


def book_row(key):
    row = from_book(key)
    made = {"id": key, "name": row["Name"], "group": row["Group"], "unit": row["Unit"]}
    if row["Output a day"]:
        made["output_per_crew_day"] = number(row["Output a day"])
    else:
        made["hours_per_unit"] = number(row["Hours a unit"])
    made["crew"] = [{"count": number(part.split(" ", 1)[0]), "name": part.split(" ", 1)[1]}
                    for part in (p.strip() for p in row["Crew"].split(";"))]
    made["source"], made["note"] = row["Source"], row["Note"]
    return made


# A code of the planner's own: the trade, by the group of the output book, else by what the id begins with.
trades = {"Preliminaries": "#9aa7ae", "Marine": "#6fa3c7", "Civils": "#a8a05a", "Concrete": "#8db36b",
          "Structure": "#7e8fd0", "Fit-out": "#c9a27e", "Services": "#b79ac8"}
trade_of_group = {"Marine": "Marine", "Yard and drainage": "Civils", "Earthworks": "Civils", "Foundations": "Civils",
                  "Concrete": "Concrete", "Structure": "Structure", "Envelope": "Structure", "Fit-out": "Fit-out",
                  "Services": "Services"}
trade_of_letter = {"P": "Preliminaries", "H": "Preliminaries", "B": "Marine", "K": "Services"}
group_of = {key: book_row(key).get("group", "") for key in used}
for row in activities:
    trade = trade_of_group.get(group_of.get(row.get("book_item"), ""))
    if not trade and row["kind"] in ("task", "hammock"):
        trade = {"T010": "Preliminaries", "T120": "Concrete"}.get(row["id"], trade_of_letter.get(row["id"][0], "Services"))
    if trade:
        row["codes"] = [{"code": "Trade", "value": trade}]

# Who and what the crews are made up of: rates an hour or a day, and what is on site from when.
START = "2026-03-02"
TRADES = {  # rate an hour, and people on site by date
    "Asphalt hand": (27.5, [("2026-09-01", 12)]), "Banksman": (24, []), "Bricklayer": (31, []),
    "Ceiling fixer": (29, []), "Cladder": (30.5, [("2026-11-02", 8)]),
    "Concrete hand": (29.5, [(START, 8), ("2026-06-01", 12), ("2026-12-01", 6)]), "Diver": (68, []),
    "Drainlayer": (28, [("2026-05-04", 6)]), "Dry liner": (29, [("2027-01-04", 6)]), "Ductworker": (32, []),
    "Electrician": (34, [("2026-12-07", 6)]), "Fencer": (25, [("2027-02-01", 3), ("2027-05-03", 6)]),
    "Floor layer": (28.5, []),
    "Formwork carpenter": (34.5, [(START, 12), ("2026-06-01", 26), ("2026-12-01", 10)]), "Glazier": (31.5, []),
    "Joiner": (29.5, []), "Labourer": (22.5, [(START, 8)]),
    "Marine fitter": (38, [("2026-06-01", 8), ("2027-03-01", 6)]), "Painter": (26, [("2027-03-01", 4)]),
    "Piling hand": (31, [(START, 14)]), "Plumber": (33.5, []), "Roofer": (30, []), "Screeder": (29, []),
    "Sprayer": (30, []), "Steel erector": (35, [("2026-09-01", 9)]),
    "Steel fixer": (33.5, [(START, 8), ("2026-09-21", 6), ("2027-02-08", 9), ("2027-03-01", 5), ("2027-05-24", 2)]),
    "Surveyor": (36, [(START, 2)]),
}
PLANT = {  # rate a day, number on site by date, paid by a hammock
    "Access platform": (95, [], False), "Breaker": (240, [], False), "Concrete pump": (620, [(START, 2)], False),
    "Dozer": (510, [(START, 2)], False), "Drill rig": (1850, [(START, 1)], True), "Dump truck": (385, [(START, 16)], False),
    "Excavator 20 t": (395, [(START, 2)], False), "Excavator 30 t": (465, [(START, 3)], False),
    "Excavator 50 t": (690, [(START, 2)], False), "Grader": (540, [], False), "Heavy-lift crane": (9800, [(START, 1)], False),
    "Jack-up crane": (4200, [(START, 2), ("2026-12-07", 1)], True), "Marking lorry": (430, [], False),
    "Mobile crane": (860, [(START, 3)], False), "Paver": (940, [("2026-08-03", 1)], False),
    "Piling rig": (2100, [(START, 2)], False), "Roller": (310, [(START, 6), ("2027-03-01", 2)], False),
    "Workboat": (780, [(START, 2)], True),
}
resources = [{"id": name, "name": name, "kind": "trade", "unit": "no", "rate": rate, "rate_per": "hour",
              "supply": [{"from": day, "number": count} for day, count in steps]}
             for name, (rate, steps) in TRADES.items()]
resources += [{"id": name, "name": name, "kind": "plant", "unit": "no", "rate": rate, "rate_per": "day",
               "on_hire": hired, "supply": [{"from": day, "number": count} for day, count in steps]}
              for name, (rate, steps, hired) in PLANT.items()]
for row in resources:
    if not row["supply"]:
        del row["supply"]

# Materials that a unit of a bill item takes, waste included, and what a day can bring.
MATERIALS = {  # unit, rate, a day
    "Concrete": ("m3", 172, 90), "Rebar": ("t", 1180, None), "Asphalt": ("t", 96, 320), "Quarry stone": ("t", 17.5, 3000)}
TAKEN = {("Concrete", 1.04): ["2.02", "2.13", "4.05", "4.07", "4.13", "5.11"], ("Rebar", 1.05): ["2.03", "2.15", "4.04"],
         ("Asphalt", 0.31): ["3.08", "5.04"], ("Asphalt", 0.1): ["3.09", "5.05"],
         ("Quarry stone", 1.03): ["3.01", "3.02", "3.03"]}
resources += [{"id": name, "name": name, "kind": "material", "unit": unit, "rate": rate, "rate_per": "unit",
               **({"supply": [{"from": START, "number": daily}]} if daily else {})}
              for name, (unit, rate, daily) in MATERIALS.items()]
bought = {}  # a unit of each item
for (name, quantity), keys in TAKEN.items():
    for key in keys:
        bill[key]["materials"] = [{"resource": name, "quantity": quantity}]
        bought[key] = quantity * MATERIALS[name][1]

# Other materials and subcontracts, as shares of what the bill pays for the work of each part of the job.
SHARES = {"P": (0.93, "subcontract"), "C": (0.85, "materials"), "BD": (0.47, "materials"), "BL": (0.64, "subcontract"), "Y": (0.84, "materials"),
          "TF": (0.82, "subcontract"), "TS": (0.87, "subcontract"), "TG": (0.66, "materials"), "K": (0.95, "subcontract")}
worth, paid = {}, {}
for row in allocations:
    worth[row["activity"]] = worth.get(row["activity"], 0) + row["quantity"] * bill[row["item"]]["rate"]
    paid[row["activity"]] = paid.get(row["activity"], 0) + row["quantity"] * bought.get(row["item"], 0)
for row in activities:
    share, head = SHARES.get(row.get("breakdown"), (0, "other"))
    amount = round(worth.get(row["id"], 0) * share - paid.get(row["id"], 0), -2)
    if amount > 0 and row["kind"] == "task":  # a hammock's money is its cost a week
        row["lump_sums"] = [{"head": head, "amount": int(amount), "at": "even"}]

# The firm's sign, invented: a pier over two waves.
logo = ('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 120 60" width="120" height="60">'
        '<path d="M10 18h100v7H10zM26 25h7v19h-7zM56 25h7v19h-7zM86 25h7v19h-7z" fill="#28536b"/>'
        '<path d="M6 50c9-7 18 7 27 0s18 7 27 0 18 7 27 0 18 7 27 0" fill="none" stroke="#c2a14d" stroke-width="4"/></svg>')

# What may come otherwise, made up: how outputs spread, and the register. Days of work are of the activity's calendar.
DAY_OF = {row["id"]: {"tens4": 600, "marine6": DAY10, "tide": 330, "site5": DAY8}.get(row.get("calendar", "site5"), DAY8)
          for row in activities}


def spread(of, low, likely, high, **more):
    return {**of, "low": low, "likely": likely, "high": high, **more}


uncertainty = [
    spread({}, 0.95, 1, 1.15, note="own records, five jobs"),
    spread({"code": "Trade", "value": "Marine"}, 0.9, 1, 1.3, note="own records, exposed sites"),
    spread({"code": "Trade", "value": "Fit-out"}, 0.95, 1, 1.2),
    spread({"code": "Trade", "value": "Services"}, 0.92, 1, 1.25),
    spread({"book_item": "M08"}, 0.88, 1, 1.18, tenths=True, note="caps 1 to 3"),
    spread({"book_item": "D05"}, 0.9, 1, 1.25, shape="pert"),
    spread({"activity": "B560"}, 22 * 480, 28 * 480, 34 * 480, **{"in": "work"}, note="maker's programme"),
    spread({"activity": "P060"}, 0.9, 1, 1.25, note="the works' own range"),
    spread({"activity": "B570"}, 1, 1, 1.5, shape="two_point", chance=0.25, note="one tide missed or not"),
]


def risk(key, title, chance, kind, activity, low, likely, high, by="contractor", **more):
    unit = DAY_OF[activity] if kind == "added_work" else 1
    return {"id": key, "title": title, "risk": by, "chance": chance, **more, "effects": [
        {"kind": kind, "activity": activity, "low": low * unit, "likely": likely * unit, "high": high * unit}]}


register = [
    risk("R1", "Lift vessel held on its last job", 0.2, "access", "B550", 2, 5, 14, owner="R. Tamsin"),
    risk("R2", "Swell in the lift's tides", 0.3, "suspension", "B550", 1, 2, 5, "neutral"),
    risk("R3", "Linkspan fails its works test", 0.15, "added_work", "P060", 5, 10, 20, owner="Corranmoss Steelwork"),
    risk("R4", "Jack-up crane out of order", 0.12, "added_work", "B430", 2, 4, 9),
    risk("R5", "Leak found at trials", 0.25, "added_work", "B570", 1, 2, 4),
    risk("R6", "Ticketing software late", 0.2, "access", "K020", 5, 10, 20, "employer", owner="the port authority"),
    risk("R7", "Survey of the first floor takes longer", 0.3, "access", "F320", 3, 5, 10, "employer"),
    risk("R8", "Lifts fail their first inspection", 0.2, "added_work", "T420", 2, 4, 8),
    risk("R9", "Controls proved at the works", 0.5, "added_work", "B560", -10, -6, -4, note="a chance: less to try on site"),
    risk("R10", "Power supply late", 0.15, "access", "K010", 5, 10, 15, "employer", group="Power"),
    risk("R11", "Power supply only after the season", 0.05, "access", "K010", 20, 30, 40, "employer", group="Power"),
    {"id": "R12", "title": "Harbour closed to plant afloat", "risk": "neutral", "chance": 0.08, "owner": "the port authority",
     "note": "a wreck in the fairway, say", "effects": [
         {"kind": "suspension", "calendar": "marine6", "low": 2, "likely": 4, "high": 10}]},
]
# Who does the work, invented.
firms = [
    {"id": "Own gangs", "contact": "R. Tamsin, site office", "trades": ["Preliminaries", "Marine", "Concrete"]},
    {"id": "Corranmoss Steelwork", "contact": "yard office", "trades": ["Structure"]},
    {"id": "Tarrowick Surfacing", "contact": "A. Lorne", "trades": ["Civils"]},
    {"id": "Innisbeg Drylining", "contact": "M. Quayle", "trades": ["Fit-out"]},
    {"id": "Ardvallen Services", "contact": "P. Strand", "trades": ["Services"]},
]
thresholds = [
    {"calendar": "marine6", "measure": "swell", "unit": "m", "above": 1.5, "lose": 1},
    {"calendar": "tens4", "measure": "wind", "unit": "m/s", "above": 14, "lose": 1},
    {"calendar": "asphalt", "measure": "rain", "unit": "mm", "above": 6, "lose": 1},
    {"calendar": "asphalt", "measure": "lowest temperature", "unit": "°C", "below": 1, "lose": 0.5},
]

programme = {
    "format": "yarrin-programme", "version": 1, "title": "Brannoch Ferry Terminal",
    "start": "2026-03-02T08:00", "data_date": None, "default_calendar": "site5",
    "options": {"late_dates_from": "contract"},
    "calendars": calendars, "breakdown": breakdown, "locations": locations,
    "activities": activities, "links": links,
    "contract": {"currency": "GBP", "contract_sum": CONTRACT_SUM, "damages_cap_share": 0.10, "notice_days": 28,
                 "particulars_days": 42, "update_days": 28, "interest_rate": 0.05, "tender_overhead": 0.055,
                 "company_overhead": 5200000, "company_turnover": 96000000, "billed_here": 38200000,
                 "billed_in_all": 92000000, "overhead_in_all": 5100000, "sections": [
        {"id": "S1", "name": "Causeway and yard", "milestone": "M100", "completion": "2027-07-06", "rate": 3500,
         "bonus": 1000, "bonus_cap": 30000},
        {"id": "S2", "name": "Berth", "milestone": "M200", "completion": "2027-06-01", "rate": 8000,
         "steps": [{"from_day": 29, "rate": 10000}]},
        {"id": "S3", "name": "Terminal", "milestone": "M300", "completion": "2027-07-06", "rate": 2500}]},
    "events": [],
    "book": [book_row(key) for key in sorted(used)], "bill": list(bill.values()), "allocations": allocations,
    "resources": resources,
    "terms": {"interval": "month", "days_to_pay": 35, "retention": 0.03, "defects_days": 365, "finance_rate": 0.07,
              "pay": {"labour": 0, "plant": 14, "materials": 30, "subcontract": 30, "time-related": 14, "other": 30}},
    "sequences": sequences, "laid_out": laid_out,
    "codes": [{"id": "Trade", "values": [{"name": name, "colour": colour} for name, colour in trades.items()]}],
    "lenses": [{"id": "Trades at work", "columns": "id; name; days; start; finish; float; responsible",
                "groups": "code:Trade", "order": "start; id", "filter": "not complete", "colour": "code:Trade",
                "texts": "after=name"}],
    "sheets": [{"id": "Whole programme, A1", "paper": "A1", "drawn": "R. Tamsin"},
               {"id": "Six weeks ahead", "lens": "Next six weeks", "weeks_before": 1, "weeks_after": 6,
                "drawn": "R. Tamsin", "notes": "for the Monday meeting"},
               {"id": "Monthly report", "view": "report", "paper": "A4", "upright": True, "drawn": "R. Tamsin",
                "parts": [{"part": "standing", "text": "The swell of January is behind us. **Dolphin 4 drives the berth**; "
                           "the second cap gang stays until its cap is poured."},
                          {"part": "moved"}, {"part": "sections"}, {"part": "exposure"}, {"part": "lines"},
                          {"part": "events"}, {"part": "next"}, {"part": "soundness"}, {"part": "cash"}]},
               {"id": "Claim E08, deeper cap", "view": "statement", "subject": "E08", "paper": "A4", "upright": True,
                "drawn": "R. Tamsin"},
               {"id": "How completion moved", "view": "completion", "upright": True},
               {"id": "Cost and cash", "view": "cash", "paper": "A4", "upright": True}],
    "odds": {"weather": "records", "code": "Trade", "seed": 2027},
    "uncertainty": uncertainty, "risks": register, "thresholds": thresholds,
    "firms": firms,
    "firm": "Skerrow Marine", "logo": base64.b64encode(logo.encode()).decode(),
}
for row in activities:
    if row["id"] in ("Y710", "Y720", "Y730"):
        row["travel"] = "up"
programme["apart"] = [
    {"item": "D05", "other_item": "D10", "location": "CW", "days": 5, "note": "posts only into asphalt that has cooled and set"},
    {"item": "M02", "other_item": "M03", "days": 3, "note": "underlayer surveyed before it is covered"},
    {"item": "D10", "location": "YD", "together": True, "note": "fences stand along the edge"},
    {"location": "TE", "together": True, "note": "trades share the building"},
]
order = {row["id"]: i for i, row in enumerate(breakdown)}
activities.sort(key=lambda row: order[row["breakdown"]])
path = pathlib.Path(__file__).with_name("brannoch.yarrin.json")
path.write_text(json.dumps(programme, ensure_ascii=False, indent=1) + "\n", encoding="utf-8")
