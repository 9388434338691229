#!/usr/bin/env python3
# SPDX-FileCopyrightText: 2026 The Yarrin authors
# SPDX-License-Identifier: GPL-3.0-or-later
"""What a screen reader gets of the running window, read over the accessibility bus as one does."""
import sys
import time

import pyatspi

DEADLINE = time.monotonic() + 60


def fail(text):
    print("FAILED:", text)
    sys.exit(1)


def wait(what, ask):
    while time.monotonic() < DEADLINE:
        found = ask()
        if found:
            return found
        time.sleep(0.2)
    fail(what)


def application():
    for app in pyatspi.Registry.getDesktop(0):
        if app and "yarrin" in (app.name or "").lower():
            return app
    return None


def walk(node, depth=0):
    if node is None or depth > 40:
        return
    yield node
    for i in range(node.childCount):
        try:
            yield from walk(node.getChildAtIndex(i), depth + 1)
        except Exception:  # what goes while one reads it
            continue


def find(root, **wanted):
    for node in walk(root):
        if all(getattr(node, key) == value for key, value in wanted.items()):
            return node
    return None


def described(node):
    """Its value as a reader says it: by the interface of values or texts, else the description."""
    try:
        return node.queryText().getText(0, -1)
    except NotImplementedError:
        return node.description


def main():
    app = wait("the program is on the bus", application)
    window = wait("it has a window", lambda: next((c for c in app if c and c.name), None))
    if "Yarrin" not in window.name:
        fail("the window is called " + window.name)
    nameless = []
    buttons = 0
    for node in walk(window):
        if node.getRole() not in (pyatspi.ROLE_PUSH_BUTTON, pyatspi.ROLE_TOGGLE_BUTTON, pyatspi.ROLE_ENTRY,
                                  pyatspi.ROLE_COMBO_BOX, pyatspi.ROLE_CHECK_BOX):
            continue
        if not node.getState().contains(pyatspi.STATE_SHOWING):
            continue
        buttons += 1
        if not (node.name or node.description):  # a field that only its place explains
            nameless.append(f"{node.getRoleName()} in {node.parent.name or node.parent.getRoleName()}")
    if buttons < 10:
        fail(f"only {buttons} things to press or type into")
    if nameless:
        fail("without a name: " + ", ".join(nameless))
    # The bars are children of the chart: a name, a role, a place on the screen, something to press.
    chart = wait("the bars are there", lambda: find(window, name="Bar chart"))
    bars = [c for c in chart if c and c.getRole() == pyatspi.ROLE_LIST_ITEM and not c.name.startswith("Vertical")]
    if len(bars) < 5:
        fail(f"{len(bars)} bars are told")
    bar = bars[1]
    extents = bar.queryComponent().getExtents(pyatspi.DESKTOP_COORDS)
    if extents.width <= 0 or extents.height <= 0:
        fail("a bar has no place")
    action = bar.queryAction()
    if action.nActions < 1:
        fail("a bar cannot be pressed")
    key = bar.name.split(" ")[0]
    action.doAction(0)
    wait("pressed, " + key + " is selected", lambda: find(window, name="Bar chart") and any(
        c.name == bar.name and c.getState().contains(pyatspi.STATE_SELECTED) for c in find(window, name="Bar chart")))
    # The card tells the same activity.
    wait("the card tells " + key, lambda: any(
        key in (n.name or "") for n in walk(find(window, name="Card of the selection"))))
    # Cells of the table, with what they say.
    table = wait("the table is there", lambda: next(
        (n for n in walk(window) if n.getRole() in (pyatspi.ROLE_TABLE, pyatspi.ROLE_TREE_TABLE, pyatspi.ROLE_TREE)
         and n.getState().contains(pyatspi.STATE_SHOWING)), None))
    cells = table.queryTable()
    if cells.nRows < 5 or cells.nColumns < 3:
        fail(f"the table has {cells.nRows} rows and {cells.nColumns} columns")
    words = [cells.getAccessibleAt(row, column).name for row in range(5) for column in range(cells.nColumns)]
    if not any(words):
        fail("no cell says anything")
    # The strip at the foot: where the sections stand.
    standing = [n.name for n in walk(window) if n.name and n.name.startswith("S1")]
    if not standing:
        fail("the strip at the foot does not tell section S1")
    print(f"read: {len(bars)} bars, {buttons} controls, {cells.nRows} rows, {standing[0]}")


main()
