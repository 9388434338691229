#!/usr/bin/env python3
# SPDX-FileCopyrightText: 2026 The Yarrin authors
# SPDX-License-Identifier: GPL-3.0-or-later
"""Writes updates.json: what was reported of the invented ferry terminal at four data dates, and its ten events.

The site is played out once: the contract programme, with the events and our own ups and downs in it, is calculated by
yarrin-cli, and its dates up to each data date are what the site reports. Call: make_updates.py YARRIN-CLI"""
import datetime
import hashlib
import json
import math
import pathlib
import re
import subprocess
import sys
import tempfile

here = pathlib.Path(__file__).parent
contract = json.loads(here.joinpath("brannoch.yarrin.json").read_text(encoding="utf-8"))
activities = {row["id"]: row for row in contract["activities"]}
day_minutes = {"continuous": 1440, "piling": 600, **{c["id"]: c.get("day_minutes", 480) for c in contract["calendars"]}}

# Events as they come to be known: first what is recorded, then by update what became of them.
events = [
    {"key": "E01", "title": "Consent for the haul road late", "risk": "employer", "known": "2026-03-18",
     "from": "2026-03-18", "to": "2026-03-27", "effects": "P020 stopped 2026-03-18 to 2026-03-27", "affects": "P020; C011",
     "cause": "Late consent", "description": "The council's consent for the haul road, which the employer was to have "
     "in hand by possession, came eight working days late.", "documents": "letters/0007 haul road.pdf"},
    {"key": "E02", "title": "Swell over the working limit, May", "risk": "neutral", "known": "2026-05-11",
     "from": "2026-05-07", "to": "2026-05-09", "effects": "C021 stopped 2026-05-07 to 2026-05-09", "affects": "C021",
     "cause": "Weather", "description": "Significant wave height over 1.5 m on three days more than the contract's "
     "ten-year figures allow.", "documents": "records/wave buoy May.csv"},
    {"key": "E03", "title": "Linkspan drawings approved late", "risk": "employer", "known": "2026-05-26",
     "from": "2026-05-25", "to": "2026-07-17", "effects": "P050 +42d", "affects": "P050; P060",
     "cause": "Late information", "description": "The port authority's comments on the linkspan bearings came in three "
     "rounds instead of one.", "documents": "letters/0022 linkspan drawings.pdf\nminutes/design 14.pdf"},
    {"key": "E04", "title": "Stone barge winch broken", "risk": "contractor", "known": "2026-06-08",
     "from": "2026-06-08", "to": "2026-06-16", "effects": "C041 stopped 2026-06-08 to 2026-06-16", "affects": "C041",
     "cause": "Plant", "description": "The side tipper lay idle until a winch came from the mainland."},
    {"key": "E05", "title": "Terns nesting on the terminal plot", "risk": "neutral", "known": "2026-06-22",
     "from": "2026-06-22", "to": "2026-07-20", "effects": "T010 access 2026-07-21", "affects": "T010", "cause": "Wildlife",
     "description": "The plot could not be entered until the chicks had fledged.",
     "documents": "letters/0027 nests.pdf"},
    {"key": "E06", "title": "Rock level 1.4 m low at dolphin 1", "risk": "employer", "known": "2026-07-15",
     "from": "2026-07-15", "to": "2026-07-25", "effects": "B110 +6d", "affects": "B110",
     "cause": "Ground conditions", "description": "Rock head under two of the six sockets lies 1.4 m lower than the "
     "ground report says; longer casings and sockets.", "documents": "letters/0031 rock level.pdf"},
    {"key": "E07", "title": "Linkspan welds rejected", "risk": "contractor",
     "known": "2026-10-19", "from": "2026-10-19", "to": "2026-10-22",
     "effects": "P060 +3d", "affects": "P060", "cause": "Workmanship",
     "description": "The inspector rejected the welds of both main girders; they were cut out and made anew."},
    {"key": "E08", "title": "Deeper cap instructed at dolphin 2", "risk": "employer", "known": "2026-10-26",
     "from": "2026-10-26", "to": "2026-12-05", "effects": "B230 quantity 378", "affects": "B230",
     "cause": "Instruction", "description": "Instruction 14: cap of dolphin 2 deepened by 0.5 m for the larger fender.",
     "documents": "instructions/014.pdf"},
    {"key": "E09", "title": "Swell over the working limit, January", "risk": "neutral", "known": "2027-01-18",
     "from": "2027-01-11", "to": "2027-01-16", "effects": "B230 stopped 2027-01-11 to 2027-01-16", "affects": "B230",
     "cause": "Weather", "description": "Six days over the limit, two of them allowed for in the month.",
     "documents": "records/wave buoy January.csv"},
    {"key": "E10", "title": "First floor withheld for the operator's survey", "risk": "employer", "known": "2027-02-01",
     "from": "2027-03-08", "affects": "F320", "cause": "Access",
     "fragment": {"delays": "F320", "name": "Radio survey by the operator, first floor west", "days": "15d"},
     "description": "The operator wants the first floor west clear for three weeks of its radio survey before partitions start."},
]
by_key = {event["key"]: event for event in events}

# What becomes of them from one update to the next: fields; days by section where nobody answered yet; and the course
# of the claim, line by line: what was said, of which section, how many days, when, by which letter.
later = {
    "1": {"E01": ({"noticeGiven": "2026-04-02", "particularsGiven": "2026-04-30"}, {},
                  [("claimed", "S2", 16, "2026-04-30", "letter 0014")]),
          "E02": ({"noticeGiven": "2026-05-18", "particularsGiven": "2026-06-15"}, {},
                  [("claimed", "S2", 4, "2026-06-15", "letter 0025")]),
          "E03": ({"noticeGiven": "2026-06-12"}, {}, []),
          "E05": ({"noticeGiven": "2026-06-25"}, {}, [])},
    "2": {"E01": ({}, {}, [("interim", "S2", 8, "2026-07-10", "certificate of time 1"),
                           ("granted", "S2", 14, "2026-09-21", "certificate of time 2")]),
          "E02": ({}, {}, [("granted", "S2", 1, "2026-09-21", "certificate of time 2")]),
          "E06": ({"noticeGiven": "2026-07-22", "particularsGiven": "2026-08-28"}, {},
                  [("claimed", "S2", 6, "2026-08-28", "letter 0036")]),
          "E03": ({"particularsGiven": "2026-07-22"}, {}, [("claimed", "S2", 14, "2026-07-22", "letter 0033")]),
          "E05": ({"particularsGiven": "2026-07-30"}, {}, [("claimed", "S3", 28, "2026-07-30", "letter 0034")])},
    "3": {"E06": ({}, {}, [("granted", "S2", 2, "2026-11-09", "certificate of time 3")]),
          "E05": ({}, {}, [("refused", "S3", "", "2026-11-09", "certificate of time 3")]),
          "E03": ({}, {}, [("refused", "S2", "", "2026-11-09", "certificate of time 3"),
                           ("disputed", "S2", "", "2026-11-20", "letter 0051")]),
          "E08": ({"noticeGiven": "2026-11-04", "particularsGiven": "2026-12-11"}, {},
                  [("claimed", "S2", 15, "2026-12-11", "letter 0056")])},
    "4": {"E09": ({"noticeGiven": "2027-01-25"}, {"S2": {"claimed": 12}}, []),
          "E10": ({}, {"S3": {"claimed": 8}}, [])},
}
# Time that was won back, and output that was disturbed, as it came to be recorded.
won = {"4": [{"key": "R1", "title": "Second cap gang and a night pour", "by": "contractor", "how": "bought",
              "from": "2027-01-11", "to": "2027-02-26", "won": "S2 12", "cost": "38500", "activities": "B430"},
             {"key": "R2", "title": "Dolphin furniture beside the linkspan trials", "by": "employer",
              "how": "replanned", "from": "2027-02-15", "to": "2027-02-26", "won": "S2 5", "activities": "B450"}]}
miles = {"2": [{"key": "D1", "title": "Sockets in low rock", "event": "E06", "item": "M05",
                "quietFrom": "2026-08-05", "quietTo": "2026-08-27", "hurtFrom": "2026-07-06",
                "hurtTo": "2026-07-22", "costPerHour": "640"}]}
# What hammocks really cost, against what they were priced at.
spent = {"H010": 1.03, "H040": 0.98, "H020": 1.06, "H050": 1.0, "H030": 0.97}
# What the planner changed, update by update: crews, to win time back.
changes = {"4": [("B430", "crews", "1.25")]}
# Months that the simulated station brings with each update, the first with twelve years before the job; days on which
# it measured what the events tell of, and no others of those months over the limit.
weather = {"1": {"from": "2014-07", "to": "2026-06",
                 "swell": {"2026-05-07": "1.9", "2026-05-08": "2.2", "2026-05-09": "1.8", "2026-05-21": "1.6"}},
           "2": {"from": "2026-07", "to": "2026-09", "swell": {}},
           "3": {"from": "2026-10", "to": "2026-12", "swell": {}},
           "4": {"from": "2027-01", "to": "2027-02",
                 "swell": {"2027-01-11": "2.1", "2027-01-12": "2.6", "2027-01-13": "2.4", "2027-01-14": "1.9",
                           "2027-01-15": "1.7", "2027-01-16": "1.8", "2027-01-28": "1.6"}}}
# What is still lacking at the last update: kind, what, who sees to it, wanted by.
lacking = {"4": [
    ["F410", "access", "first floor east", "the port authority", "2027-03-02"],
    ["Y430", "materials", "binder, 410 t", "Tarrowick Surfacing", "2027-03-08"],
    ["F140", "drawings", "ceiling grid, rev C", "R. Tamsin", "2027-03-10"],
    ["B430", "crew", "second cap gang", "R. Tamsin", "2027-03-15"],
    ["B340", "materials", "fender panels from the mainland", "R. Tamsin", "2027-03-22"],
    ["F150", "drawings", "lighting layout", "the architect", "2027-03-12"],
    ["F160", "materials", "door sets", "Innisbeg Drylining", "2027-03-18"],
    ["F320", "access", "after the operator's survey", "the port authority", "2027-03-26"]]}


def weeks(data_date):
    """Promises of the thirteen weeks before a data date, made up from what was done: what worked in a week was promised
    for it; one in four was not kept, marine work never in the week of the January swell."""
    out = []
    end = datetime.date.fromisoformat(data_date)
    reasons = ["materials late", "work before not finished", "no access", "crew short", "drawings", "weather"]
    for back in range(13, 0, -1):
        first = end - datetime.timedelta(days=7 * back)
        last = first + datetime.timedelta(days=6)
        if str(first) in ("2026-12-21", "2026-12-28"):  # the winter shutdown
            continue
        promises = []
        for key, row in activities.items():
            start, finish = real[key]["es"][:10], real[key]["ef"][:10]
            if row["kind"] != "task" or start > str(last) or finish <= str(first) or row.get("calendar") == "continuous":
                continue
            luck = int(hashlib.sha256(f"{key} {first}".encode()).hexdigest(), 16)
            kept, why = ("not_kept", reasons[luck // 16 % 5]) if luck % 100 < 27 else ("kept", "")
            if str(first) == "2027-01-11" and row.get("calendar") in ("marine6", "piling"):
                kept, why = "not_kept", "weather"
            if back == 1 and luck % 5 == 0:
                kept, why = "open", ""
            promises.append([key, kept, why])
        if promises:
            out.append({"begins": str(first), "promises": promises})
    return out


updates = [("1", "2026-07-01"), ("2", "2026-10-05"), ("3", "2027-01-04"), ("4", "2027-03-01")]


def play():
    """The site as it went: dates of every activity."""
    site = json.loads(json.dumps(contract))
    site["events"] = []
    planned = dates(site)
    for row in site["activities"]:
        if row["kind"] != "task":
            continue
        minutes = planned[row["id"]]["duration"]
        day = day_minutes[row.get("calendar", "site5")]
        # Our own ups and downs: between a tenth quicker and a tenth slower, the same in every run.
        luck = int(hashlib.sha256(row["id"].encode()).hexdigest(), 16) % 21 / 100 - 0.10
        luck = own.get(row["id"], luck)
        row["duration"] = max(day // 2, round(minutes * (1 + luck) / (day // 2)) * (day // 2))
        if "quantity" in by_key["E08"]["effects"] and row["id"] == "B230":
            row["duration"] += 7 * day
        for key, what, value in sum(changes.values(), []):
            if key == row["id"] and what == "crews":
                row["duration"] = round(row["duration"] * row["measure"]["crews"] / float(value) / day) * day
        row.pop("measure", None)
        row.pop("book_item", None)
        row.pop("pauses", None)
    for event in events:
        if event["key"] in ("E08", "E10"):
            continue
        site["events"].append({"id": event["key"], "risk": event["risk"], "effects": [effect(event["effects"])]})
    site["sequences"], site["laid_out"], site["allocations"], site["bill"] = [], [], [], []
    site["book"], site["uncertainty"], site["risks"], site["apart"] = [], [], [], []
    return dates(site)


own = {"C011": 0.07, "C021": 0.08, "C031": 0.0, "C041": 0.0, "B110": 0.0, "B120": 0.07, "B130": 0.03, "B230": 0.0,
       "B330": 0.03, "P020": 0.0, "P050": 0.0, "P060": 0.0, "T010": 0.0}


def effect(phrase):
    key, rest = phrase.split(" ", 1)
    calendar = activities[key].get("calendar", "site5")
    if rest.startswith("+"):
        return {"kind": "added_work", "activity": key, "work": int(rest[1:-1]) * day_minutes[calendar]}
    word, value = rest.split(" ", 1)
    if word == "stopped":
        first, last = value.split(" to ")
        return {"kind": "suspension", "activity": key, "from": first, "to": last}
    return {"kind": "access", "activity": key, "from": value}


def dates(programme):
    with tempfile.NamedTemporaryFile("w", suffix=".yarrin.json", encoding="utf-8") as file:
        json.dump(programme, file)
        file.flush()
        done = subprocess.run([sys.argv[1], "calc", file.name, "--json"], capture_output=True, text=True, check=True)
    return {row["id"]: row for row in json.loads(done.stdout)["activities"]}


def form(real, data_date, planned):
    """What the site reports up to a data date, as rows of the form: ID, Started, Finished, Done, Days left."""
    rows = []
    limit = data_date + "T00:00"
    for key, row in activities.items():
        if row["kind"] == "hammock":
            continue
        start, finish = real[key]["es"], real[key]["ef"]
        first = morning(start)
        if start >= limit or first >= data_date:
            continue
        if finish <= limit:
            rows.append([key, first if row["kind"] == "task" or row["kind"] == "start_milestone" else evening(finish),
                         "" if row["kind"] != "task" else evening(finish), "", ""])
            continue
        calendar = row.get("calendar", "site5")
        share = min(0.95, worked(calendar, first, data_date) / max(0.5, worked(calendar, first, finish[:10])))
        measure = row.get("measure")
        left = max(1, math.ceil((1 - share) * real[key]["duration"] / day_minutes[row.get("calendar", "site5")]))
        if measure:
            quantity = float(measure["quantity"])
            if key == "B230" and data_date >= "2026-10-26":
                quantity = 378
            done = quantity * share
            rows.append([key, first, "", str(round(done) if quantity > 20 else round(done, 1)), ""])
        else:
            rows.append([key, first, "", "", f"{left}d"])
    return rows


def morning(instant):
    """The day on which work that may go on from an instant is seen to start."""
    date, time = instant.split("T")
    return str(datetime.date.fromisoformat(date) + datetime.timedelta(days=1)) if time >= "17:00" else date


def evening(instant):
    """The day that an instant ends."""
    date, time = instant.split("T")
    return str(datetime.date.fromisoformat(date) - datetime.timedelta(days=1)) if time == "00:00" else date


def worked(calendar, first, end):
    """Hours of a calendar from one day to before another."""
    last = str(datetime.date.fromisoformat(end) - datetime.timedelta(days=1))
    if last < first:
        return 0
    done = subprocess.run([sys.argv[1], "calendar", str(here / "brannoch.yarrin.json"), calendar, "--from", first, "--to",
                           last], capture_output=True, text=True, check=True)
    hours, minutes = re.search(r"([0-9]+):([0-9]+) h", done.stdout.strip().splitlines()[-1]).groups()
    return int(hours) + int(minutes) / 60


real = play()
planned = dates({**contract, "events": []})


def costs(data_date):
    """What the hammocks cost up to a data date: weeks on hire at what they really cost."""
    sums = {}
    for key, row in activities.items():
        if row["kind"] != "hammock":
            continue
        start, finish = real[key]["es"][:10], real[key]["ef"][:10]
        days = (datetime.date.fromisoformat(min(finish, data_date)) - datetime.date.fromisoformat(start)).days
        if days > 0:
            sums[key] = str(round(days / 7 * row["cost_per_week"] * spent[key] / 50) * 50)
    return sums


def ledger(data_date):
    """What was booked by month and head up to a data date: what the work done comes to at the job's rates, and how the
    books differ from that. Time-related cost is what the hammocks really cost."""
    site = json.loads(json.dumps(contract))
    site["data_date"] = limit = data_date + "T00:00"
    for row in site["activities"]:
        start, finish = real[row["id"]]["es"], real[row["id"]]["ef"]
        if row["kind"] == "hammock" or start >= limit:
            continue
        if row["kind"] != "finish_milestone":
            row["actual_start"] = start
        if finish <= limit and row["kind"] != "start_milestone":
            row["actual_finish"] = finish
        elif row["kind"] == "task":
            calendar = row.get("calendar", "site5")
            share = worked(calendar, start[:10], data_date) / max(0.5, worked(calendar, start[:10], finish[:10]))
            row["remaining"] = max(1, round((1 - min(0.95, share)) * real[row["id"]]["duration"]))
    rows = []
    for number, row in enumerate(activities.values()):
        if row["kind"] != "task" or real[row["id"]]["es"] >= limit:
            continue
        for month in months_of(site, row["id"]):
            for head, factor in booked.items():
                amount = month["heads"].get(head, 0) * (factor + (number * 7 % 9 - 4) / 100)
                if month["month"] < data_date[:7] and amount >= 5:
                    rows.append([month["month"], head, row["id"], str(round(amount / 10) * 10)])
    return sorted(rows)


def months_of(site, key):
    """What one activity alone costs by month and head."""
    alone = dict(site)
    alone["activities"] = [row if row["id"] == key else
                           {name: value for name, value in row.items()
                            if name not in ("lump_sums", "needs", "book_item", "cost_per_week")}
                           for row in site["activities"]]
    alone["allocations"] = [row for row in site["allocations"] if row["activity"] == key]
    with tempfile.NamedTemporaryFile("w", suffix=".yarrin.json", encoding="utf-8") as file:
        json.dump(alone, file)
        file.flush()
        done = subprocess.run([sys.argv[1], "cash", file.name, "--json"], capture_output=True, text=True, check=True)
    return json.loads(done.stdout)["months"]


booked = {"labour": 1.05, "plant": 1.02, "materials": 1.01, "subcontract": 0.99}


def offset(day):
    """How far the clocks of the site are from UTC: summer time ends on the last Sunday of October."""
    return "+01:00" if datetime.date(day.year, 3, 29) <= day <= datetime.date(day.year, 10, 24) else "+00:00"


story = {"contract": {"key": "B", "purpose": "Contract programme", "by": "R. Tamsin", "at": "2026-03-02 09:20:00 +00:00",
                      "reason": "agreed at the pre-start meeting"}, "updates": []}
recorded = set()
for number, (key, data_date) in enumerate(updates):
    day = datetime.date.fromisoformat(data_date)
    fresh = [event for event in events if event["key"] not in recorded and event["known"] < data_date]
    recorded |= {event["key"] for event in fresh}
    story["updates"].append({
        "key": key, "purpose": f"Update {key}", "data_date": data_date, "by": "R. Tamsin",
        "at": f"{day + datetime.timedelta(days=2)} 15:{10 + 7 * number}:00 {offset(day)}",
        "events": fresh,
        "later": [{"key": event, "fields": fields, "days": days, "course": [list(line) for line in course]}
                  for event, (fields, days, course) in later[key].items()],
        "won": won.get(key, []), "miles": miles.get(key, []), "costs": costs(data_date),
        "ledger": ledger(data_date) if number == len(updates) - 1 else [],
        "weather": weather[key], "lacking": lacking.get(key, []),
        "weeks": weeks(data_date) if number == len(updates) - 1 else [],
        "changes": [list(change) for change in changes.get(key, [])],
        "form": form(real, data_date, planned)})
here.joinpath("updates.json").write_text(json.dumps(story, ensure_ascii=False, indent=1) + "\n", encoding="utf-8")
