#!/usr/bin/env python3
# SPDX-FileCopyrightText: 2026 The Yarrin authors
# SPDX-License-Identifier: GPL-3.0-or-later
"""Writes brannoch.yarrin.json: an invented ferry terminal, built from quantities, outputs, crews and links."""
import json
import pathlib

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


def group(key, name, parent=None):
    breakdown.append({"id": key, "name": name, "parent": parent})


def place(key, name, parent=None, start=None, end=None):
    locations.append({"id": key, "name": name, "parent": parent, "from_chainage": start, "to_chainage": end})


def task(key, name, where, cal, days=None, q=None, loc=None, cal_day=None, **more):
    row = {"id": key, "name": name, "kind": "task", "calendar": cal, "breakdown": where}
    if loc:
        row["location"] = loc
    if q:
        quantity, unit, output, crews = q[:4]
        row["measure"] = {"quantity": quantity, "unit": unit, "output_per_crew_day": output, "crews": crews,
                          "factor": q[4] if len(q) > 4 else 1, "round_to": "day"}
    else:
        minutes = {"site5": DAY8, "asphalt": DAY8, "marine6": DAY10, "piling": DAY10, "tens4": DAY10, "tide": 330,
                   "continuous": 1440}[cal]
        row["duration"] = int(days * minutes)
    row.update(more)
    activities.append(row)


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


# --- what is where
group("P", "Preliminaries")
group("B", "Berth · Section 2")
group("BD", "Dolphins", "B")
group("BL", "Linkspan", "B")
group("C", "Causeway · Section 1")
group("Y", "Marshalling yard · Section 1")
group("T", "Terminal · Section 3")
group("TS", "Structure and envelope", "T")
group("TF", "Fit-out", "T")
group("K", "Commissioning")
place("CW", "Causeway", None, 0, 620)
for i in range(5):
    place(f"CH{i + 1}", f"ch {i * 124}–{i * 124 + 124}", "CW", i * 124, i * 124 + 124)
place("BE", "Berth")
for i in range(4):
    place(f"D{i + 1}", f"Dolphin {i + 1}", "BE")
place("BS", "Bankseat", "BE")
place("LS", "Linkspan", "BE")
place("TE", "Terminal")
for key, name in (("GF", "Ground floor"), ("FF", "First floor"), ("RF", "Roof")):
    place(key, name, "TE")
place("YD", "Yard")
for i in range(3):
    place(f"L{i + 1}", f"Lanes {2 * i + 1}–{2 * i + 2}", "YD")

# --- preliminaries
milestone("M010", "Possession of the site", "P", "start_milestone")
task("P010", "Site establishment and welfare", "P", "site5", 15)
task("P020", "Quarry agreement and haul road", "P", "site5", 30)
task("P030", "Marine survey and setting out", "P", "marine6", 12)
task("P040", "Jack-up and rig mobilised", "P", "marine6", 18, notes="Towed from the mainland; needs a weather window.")
task("P050", "Linkspan design and approval", "P", "site5", 70)
task("P060", "Linkspan fabrication", "P", "tens4", 72)
milestone("M020", "Linkspan delivered to site", "P", "start_milestone")
link("M010", "P010")
link("M010", "P020", "SS", 5)
link("M010", "P030", "FS", 10)
link("P030", "P040")
link("P010", "P040", "FS", 20)
link("M010", "P050")
link("P050", "P060", "FS", 20)
link("P060", "M020", "FS", 14 * 3, 480, "continuous")

# --- causeway by chainage
for i in range(5):
    n, loc, ch = i + 1, f"CH{i + 1}", f"ch {i * 124}–{i * 124 + 124}"
    task(f"C{n}10", f"Core, {ch}", "C", "marine6", q=(23680, "t", 920, 1, 0.95), loc=loc)
    task(f"C{n}20", f"Underlayer, {ch}", "C", "marine6", q=(6380, "t", 620, 1, 0.95), loc=loc)
    task(f"C{n}30", f"Armour 3–6 t, {ch}", "C", "marine6", q=(9350, "t", 520, 1, 0.9), loc=loc)
    task(f"C{n}40", f"Capping and wave wall, {ch}", "C", "site5", q=(948, "m3", 62, 1), loc=loc)
    link(f"C{n}10", f"C{n}20", "SS", 6, DAY10)
    link(f"C{n}10", f"C{n}20", "FF", 3, DAY10)
    link(f"C{n}20", f"C{n}30", "SS", 4, DAY10)
    link(f"C{n}20", f"C{n}30", "FF", 8, DAY10)
    link(f"C{n}30", f"C{n}40", "FS", -2, DAY10)
    if i:
        for step in ("10", "20", "30", "40"):
            link(f"C{n - 1}{step}", f"C{n}{step}")
link("P020", "C110", "FS", -5)
link("P030", "C110")

# --- dolphins and linkspan
for i in range(4):
    n, d = i + 1, f"D{i + 1}"
    task(f"B{n}10", f"Rock socket piles, {d}", "BD", "piling", q=(6, "no", 0.65, 1), loc=d)
    task(f"B{n}20", f"Precast soffit and formwork, {d}", "BD", "marine6", q=(495, "m2", 18, 2), loc=d)
    task(f"B{n}30", f"Pile cap, {d}", "BD", "marine6", q=(336, "m3", 6.5, 1), loc=d,
         pauses=[{"after": 12 * DAY10, "for": 2 * DAY10}])
    task(f"B{n}40", f"Fender panels, {d}", "BD", "marine6", q=(8, "no", 2.1, 1, 0.9), loc=d)
    task(f"B{n}50", f"Ladders and furniture, {d}", "BD", "marine6", q=(14, "item", 3, 1), loc=d)
    link(f"B{n}10", f"B{n}20", "FS", 3, 1440, "continuous")
    link(f"B{n}20", f"B{n}30", "FS", -3, DAY10)
    link(f"B{n}30", f"B{n}40", "FS", 7, 1440, "continuous")
    link(f"B{n}40", f"B{n}50", "SS", 2, DAY10)
    link(f"B{n}40", f"B{n}50", "FF", 2, DAY10)
    if i:
        for step in ("10", "20", "30"):
            link(f"B{n - 1}{step}", f"B{n}{step}")
        link(f"B{n - 1}40", f"B{n}40")
link("P040", "B110")
link("C210", "B110", "FS", 0)
task("B510", "Bankseat excavation", "BL", "tide", q=(410, "m3", 34, 1), loc="BS")
task("B520", "Bankseat concrete", "BL", "marine6", q=(286, "m3", 9.5, 1), loc="BS")
task("B530", "Bankseat curing", "BL", "continuous", 14, loc="BS")
task("B540", "Bearings and linkspan seatings", "BL", "marine6", 10, loc="LS")
task("B550", "Linkspan deck lift", "BL", "tide", 2, loc="LS",
     constraint={"type": "start_not_before", "date": "2027-02-15"},
     notes="The heavy lift vessel is chartered from 15 February 2027.")
task("B560", "Linkspan hydraulics and controls", "BL", "site5", q=(1, "sum", 0.045, 1), loc="LS")
task("B570", "Linkspan trials", "BL", "tide", 6, loc="LS")
milestone("M200", "Berth complete", "BL")
link("C510", "B510", "SS", 10, DAY10)
link("B510", "B520")
link("B520", "B530")
link("B530", "B540")
link("B540", "B550")
link("M020", "B550")
link("B430", "B550", "FS", -8, DAY10)
link("B530", "B430", "FF", 6, DAY10)
link("B550", "B560", "FS", 2)
link("B560", "B570")
link("B570", "M200")
for n in range(1, 5):
    link(f"B{n}50", "M200")
link("B440", "B570", "FS", 1, DAY10)

# --- yard
for i in range(3):
    n, loc, lanes = i + 1, f"L{i + 1}", f"lanes {2 * i + 1}–{2 * i + 2}"
    task(f"Y{n}10", f"Drainage and ducts, {lanes}", "Y", "site5", q=(640, "m", 32, 1), loc=loc)
    task(f"Y{n}20", f"Sub-base, {lanes}", "Y", "site5", q=(2480, "m3", 180, 1), loc=loc)
    task(f"Y{n}30", f"Asphalt, three layers, {lanes}", "Y", "asphalt", q=(3720, "m2", 930, 1), loc=loc)
    task(f"Y{n}40", f"Lighting, signs and marking, {lanes}", "Y", "site5", q=(46, "no", 4, 1), loc=loc)
    link(f"Y{n}10", f"Y{n}20", "SS", 8)
    link(f"Y{n}10", f"Y{n}20", "FF", 4)
    link(f"Y{n}20", f"Y{n}30", "FS", 2)
    link(f"Y{n}30", f"Y{n}40")
    if i:
        for step in ("10", "20", "30", "40"):
            link(f"Y{n - 1}{step}", f"Y{n}{step}")
task("Y410", "Causeway road, kerbs and asphalt", "Y", "asphalt", q=(6200, "m2", 620, 1), loc="CW")
task("Y420", "Barriers and fencing", "Y", "site5", q=(1480, "m", 55, 1), loc="YD")
milestone("M100", "Causeway and yard complete", "Y")
link("C540", "Y410")
link("C440", "Y110")
link("Y330", "Y410", "FS", 0)
link("Y410", "Y420", "SS", 4)
link("Y410", "Y420", "FF", 5)
link("Y420", "M100")
link("Y340", "M100")

# --- terminal
task("T010", "Terminal plot handed over", "TS", "site5", 5, loc="TE")
task("T110", "Ground beams and slab", "TS", "site5", q=(386, "m3", 18.5, 1), loc="GF")
task("T120", "Slab curing", "TS", "continuous", 10, loc="GF")
task("T130", "Steel frame", "TS", "tens4", q=(142, "t", 4.6, 1), loc="TE")
task("T140", "First floor deck and slab", "TS", "site5", q=(1180, "m2", 75, 1), loc="FF")
task("T150", "Roof deck and membrane", "TS", "site5", q=(1640, "m2", 62, 1, 0.9), loc="RF")
task("T160", "Cladding and glazing", "TS", "site5", q=(2310, "m2", 45, 2, 0.9), loc="TE")
milestone("M310", "Terminal weathertight", "TS")
link("C320", "T010", "SS", 2, DAY10)
link("T010", "T110")
link("T110", "T120")
link("T120", "T130")
link("T130", "T140", "SS", 12, DAY10)
link("T130", "T140", "FF", 5, DAY10)
link("T130", "T150", "FS", -4, DAY10)
link("T150", "T160", "SS", 10)
link("T150", "M310")
link("T160", "M310")
link("T140", "M310")
for key, name, f, base in (("GF", "ground floor", 1, 1), ("FF", "first floor", 2, 0.8)):
    task(f"T{f + 1}10", f"Dry lining, {name}", "TF", "site5", q=(1450 * base, "m2", 44, 1), loc=key)
    task(f"T{f + 1}20", f"First fix services, {name}", "TF", "site5", q=(1180 * base, "h", 24, 2), loc=key)
    task(f"T{f + 1}30", f"Plaster and screed, {name}", "TF", "site5", q=(1120 * base, "m2", 60, 1), loc=key)
    task(f"T{f + 1}40", f"Second fix services, {name}", "TF", "site5", q=(760 * base, "h", 24, 2), loc=key)
    task(f"T{f + 1}50", f"Finishes, {name}", "TF", "site5", q=(1120 * base, "m2", 40, 1), loc=key)
    link("M310", f"T{f + 1}20", "FS", -10)
    link(f"T{f + 1}20", f"T{f + 1}10", "SS", 8)
    link(f"T{f + 1}20", f"T{f + 1}10", "FF", 6)
    link(f"T{f + 1}10", f"T{f + 1}30")
    link(f"T{f + 1}30", f"T{f + 1}40", "FS", 7, 1440, "continuous")
    link(f"T{f + 1}40", f"T{f + 1}50", "SS", 5)
    link(f"T{f + 1}40", f"T{f + 1}50", "FF", 6)
for step in ("10", "20", "30", "40", "50"):
    link(f"T2{step}", f"T3{step}")
task("K010", "Services commissioning", "K", "site5", 20, loc="TE")
task("K020", "Ticketing, security and data", "K", "site5", 18, loc="TE")
task("K030", "Berthing trials with the vessel", "K", "tide", 5, loc="BE")
task("K040", "Handover inspections, terminal", "K", "site5", 8, loc="TE")
milestone("M300", "Terminal ready for operator", "K")
milestone("M400", "Whole works complete", "K")
link("T340", "K010")
link("T250", "K020", "FS", -4)
link("T350", "K040", "FS", -3)
link("K010", "K040")
link("K020", "K040")
link("K040", "M300")
link("M200", "K030")
for m in ("M100", "M300", "K030"):
    link(m, "M400")

hammock("H010", "Site establishment on hire", "P", "continuous", ("P010", "start"), [("M400", "finish")], 38500)
hammock("H020", "Marine plant on hire", "B", "continuous", ("P040", "finish"), [("B450", "finish"), ("B550", "finish")], 41200)
hammock("H030", "Tower crane", "TS", "continuous", ("T110", "start"), [("M310", "finish")], 6800)
hammock("H040", "Site supervision", "P", "continuous", ("M010", "start"), [("M400", "finish")], 17900)

programme = {
    "format": "yarrin-programme", "version": 1, "title": "Brannoch Ferry Terminal",
    "start": "2026-03-02T08:00", "data_date": None, "default_calendar": "site5",
    "options": {"late_dates_from": "contract"},
    "calendars": calendars, "breakdown": breakdown, "locations": locations,
    "activities": activities, "links": links,
    "contract": {"currency": "GBP", "contract_sum": 48600000, "damages_cap_share": 0.10, "sections": [
        {"id": "S1", "name": "Causeway and yard", "milestone": "M100", "completion": "2027-07-06", "rate": 3500},
        {"id": "S2", "name": "Berth", "milestone": "M200", "completion": "2027-06-01", "rate": 8000},
        {"id": "S3", "name": "Terminal", "milestone": "M300", "completion": "2027-07-06", "rate": 2500}]},
    "events": [
        {"id": "E01", "section_days": {"S2": {"claimed": 6, "assessed": 4}}, "risk": "employer", "state": "notified"},
        {"id": "E02", "section_days": {"S2": {"claimed": 3, "assessed": 2}, "S3": {"claimed": 2, "assessed": 0}},
         "risk": "neutral", "state": "claimed"}],
}
order = {row["id"]: i for i, row in enumerate(breakdown)}
activities.sort(key=lambda row: order[row["breakdown"]])
path = pathlib.Path(__file__).with_name("brannoch.yarrin.json")
path.write_text(json.dumps(programme, ensure_ascii=False, indent=1) + "\n", encoding="utf-8")
