#!/usr/bin/python3
# SPDX-FileCopyrightText: 2026 The Yarrin authors
# SPDX-License-Identifier: GPL-3.0-or-later
"""Writes the spreadsheets that the tests read, with LibreOffice (packages libreoffice-calc and python3-uno).
Run `soffice --headless --accept="socket,host=localhost,port=2002;urp;"` first. The files are kept beside this script,
so that tests need no office program."""
import os

import uno
from com.sun.star.beans import PropertyValue
from com.sun.star.table import CellRangeAddress

HERE = os.path.dirname(os.path.abspath(__file__))


def prop(name, value):
    p = PropertyValue()
    p.Name, p.Value = name, value
    return p


local = uno.getComponentContext()
resolver = local.ServiceManager.createInstanceWithContext("com.sun.star.bridge.UnoUrlResolver", local)
context = resolver.resolve("uno:socket,host=localhost,port=2002;urp;StarOffice.ComponentContext")
desktop = context.ServiceManager.createInstanceWithContext("com.sun.star.frame.Desktop", context)


def new():
    return desktop.loadComponentFromURL("private:factory/scalc", "_blank", 0, (prop("Hidden", True),))


def save(doc, name, flt, *extra):
    doc.storeToURL(uno.systemPathToFileUrl(os.path.join(HERE, name)), (prop("FilterName", flt),) + extra)


def bill(doc):
    """A title merged over the columns, headings in row 3, a location merged downwards, formulas, a date, text figures."""
    sheet = doc.Sheets.getByIndex(0)
    sheet.Name = "Bill"
    rows = [
        ["Bill of quantities, quay wall"], [],
        ["Item", "Description", "Unit", "Quantity", "Location", "Rate", "Priced on"],
        ["", "Earthworks"],
        ["1.01", "Excavate to formation", "m3", 1250.5, "North", 7.25, "2026-03-02"],
        ["1.02", "Dispose off site", "m3", "=D5*1.2", "", 11, ""],
        ["1.03", "Trim slopes", "m2", "=0.1+0.2", "", 3, ""],
        ["", "Concrete"],
        ["2.01", "Wall C35/45", "m3", "1,344", "South", 140, ""],
        ["2.02", "Reinforcement", "t", 201, "South", 1450, ""],
        ["2.02", "Reinforcement again", "t", 5, "South", 1450, ""],
        ["2.03", "Kerb", "furlong", 5, "South", 1, ""],
        ["2.04", "Bollards", "no", "about 12", "South", 1, ""],
    ]
    for r, row in enumerate(rows):
        for c, value in enumerate(row):
            cell = sheet.getCellByPosition(c, r)
            if isinstance(value, (int, float)):
                cell.Value = value
            elif value.startswith("=") or (c == 6 and value.startswith("2026")):
                cell.Formula = value
            else:
                cell.String = value
    sheet.getCellRangeByPosition(0, 0, 6, 0).merge(True)
    sheet.getCellRangeByPosition(4, 4, 4, 6).merge(True)


def schedule(doc):
    sheet = doc.Sheets.getByIndex(0)
    rows = [
        ["Task", "Duration", "Start", "Finish", "Predecessors"],
        ["Set up site", "10 days", "2026-03-02", "2026-03-13", ""],
        ["Excavate", "", "2026-03-16", "2026-03-27", "2"],
        ["Formation ready", "", "", "", "3"],
        ["Concrete", "2 wks", "", "", "3FS+3d; 2"],
        ["Lost", "3d", "", "", "77"],
    ]
    for r, row in enumerate(rows):
        for c, value in enumerate(row):
            cell = sheet.getCellByPosition(c, r)
            if c in (2, 3) and r and value:
                cell.Formula = value
                cell.NumberFormat = doc.NumberFormats.getStandardFormat(2, doc.CharLocale)
            else:
                cell.String = value


def indented(doc):
    """Names moved in by the format of their cells; in the second sheet the whole column is, and two rows are not."""
    rows = [("Task", "Duration", 0), ("Pier", "9d", 0), ("Piles", "", 1), ("Drive", "4d", 2), ("Trim", "2d", 2),
            ("Deck", "3d", 1), ("Handover", "0d", 0)]
    for number in (0, 1):
        if number:
            doc.Sheets.insertNewByName("Column", 1)
        sheet = doc.Sheets.getByIndex(number)
        if number:
            sheet.Columns.getByIndex(0).ParaIndent = 353
        for r, (name, duration, level) in enumerate(rows):
            cell = sheet.getCellByPosition(0, r)
            cell.String = name
            if level != number:
                cell.ParaIndent = level * 353  # hundredths of a millimetre: 10 pt
            sheet.getCellByPosition(1, r).String = duration


doc = new()
bill(doc)
save(doc, "bill.xlsx", "Calc MS Excel 2007 XML")
save(doc, "bill.ods", "calc8")
save(doc, "secret.ods", "calc8", prop("Password", "open"))
doc.close(False)
doc = new()
schedule(doc)
save(doc, "schedule.xlsx", "Calc MS Excel 2007 XML")
save(doc, "schedule.ods", "calc8")
doc.close(False)
doc = new()
indented(doc)
save(doc, "indented.xlsx", "Calc MS Excel 2007 XML")
save(doc, "indented.ods", "calc8")
doc.close(False)
