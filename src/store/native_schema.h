// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace yarrin {

/// The tables of a native file, version 5; docs/file-format.md explains them. Rows of each table stand in the order
/// of `position`. Choices are stored by the words of the open text format, decimals and dates as text.
inline constexpr const char* nativeSchema = R"sql(
CREATE TABLE job (key TEXT PRIMARY KEY, value TEXT) WITHOUT ROWID;
CREATE TABLE calendar (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, key TEXT NOT NULL, name TEXT NOT NULL,
  day_minutes INTEGER, extends INTEGER, weather TEXT);
CREATE TABLE calendar_day (calendar INTEGER NOT NULL, weekday INTEGER NOT NULL, work TEXT NOT NULL,
  PRIMARY KEY (calendar, weekday)) WITHOUT ROWID;
CREATE TABLE calendar_exception (calendar INTEGER NOT NULL, position INTEGER NOT NULL, from_date TEXT NOT NULL,
  to_date TEXT NOT NULL, yearly INTEGER NOT NULL, work TEXT NOT NULL, name TEXT NOT NULL, rule TEXT, tide TEXT,
  PRIMARY KEY (calendar, position)) WITHOUT ROWID;
CREATE TABLE breakdown (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, key TEXT NOT NULL, name TEXT NOT NULL,
  parent INTEGER, code TEXT);
CREATE TABLE location (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, key TEXT NOT NULL, name TEXT NOT NULL,
  parent INTEGER, from_chainage TEXT, to_chainage TEXT);
CREATE TABLE activity (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, key TEXT NOT NULL, name TEXT NOT NULL,
  kind TEXT NOT NULL, calendar INTEGER, breakdown INTEGER, location INTEGER, duration INTEGER,
  quantity TEXT, unit TEXT, output_per_crew_day TEXT, hours_per_unit TEXT, crews TEXT, factor TEXT, round_to TEXT,
  constraint_type TEXT, constraint_date TEXT, deadline TEXT, stretch INTEGER NOT NULL, as_late INTEGER NOT NULL,
  actual_start TEXT, actual_finish TEXT, remaining INTEGER, notes TEXT NOT NULL, cost_per_week TEXT,
  book_item INTEGER, learning_rate TEXT, unit_number INTEGER, quantity_done TEXT, event INTEGER);
CREATE TABLE pause (activity INTEGER NOT NULL, position INTEGER NOT NULL, after INTEGER NOT NULL, rest INTEGER NOT NULL,
  PRIMARY KEY (activity, position)) WITHOUT ROWID;
CREATE TABLE anchor (hammock INTEGER NOT NULL, side TEXT NOT NULL, position INTEGER NOT NULL,
  activity INTEGER NOT NULL, end TEXT NOT NULL, lag INTEGER NOT NULL,
  PRIMARY KEY (hammock, side, position)) WITHOUT ROWID;
CREATE TABLE link (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, from_activity INTEGER NOT NULL,
  to_activity INTEGER NOT NULL, type TEXT NOT NULL, lag INTEGER NOT NULL, lag_calendar TEXT NOT NULL);
CREATE TABLE section (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, key TEXT NOT NULL, name TEXT NOT NULL,
  milestone INTEGER, completion TEXT NOT NULL, rate TEXT NOT NULL, per TEXT NOT NULL, part TEXT NOT NULL, cap TEXT,
  granted_days INTEGER NOT NULL);
CREATE TABLE event (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, key TEXT NOT NULL, risk TEXT NOT NULL,
  state TEXT NOT NULL, title TEXT NOT NULL DEFAULT '', description TEXT NOT NULL DEFAULT '',
  cause TEXT NOT NULL DEFAULT '', from_date TEXT, to_date TEXT, known TEXT, notice_given TEXT, particulars_given TEXT,
  in_forecast INTEGER NOT NULL DEFAULT 1);
CREATE TABLE event_days (event INTEGER NOT NULL, position INTEGER NOT NULL, section INTEGER NOT NULL,
  claimed INTEGER NOT NULL, assessed INTEGER NOT NULL, granted INTEGER NOT NULL DEFAULT 0,
  PRIMARY KEY (event, position)) WITHOUT ROWID;
CREATE TABLE book_item (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, key TEXT NOT NULL, name TEXT NOT NULL,
  grp TEXT NOT NULL, unit TEXT NOT NULL, output_per_crew_day TEXT, hours_per_unit TEXT, crew TEXT NOT NULL,
  source TEXT NOT NULL, note TEXT NOT NULL);
CREATE TABLE bill_item (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, key TEXT NOT NULL,
  description TEXT NOT NULL, unit TEXT NOT NULL, quantity TEXT NOT NULL, location INTEGER, breakdown INTEGER, rate TEXT);
CREATE TABLE allocation (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, item INTEGER NOT NULL,
  activity INTEGER NOT NULL, quantity TEXT NOT NULL);
CREATE TABLE resource_limit (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, key TEXT NOT NULL,
  available TEXT NOT NULL);
CREATE TABLE sequence (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, key TEXT NOT NULL, id_pattern TEXT NOT NULL);
CREATE TABLE sequence_step (sequence INTEGER NOT NULL, position INTEGER NOT NULL, number INTEGER NOT NULL,
  name TEXT NOT NULL, book_item INTEGER, bill_item INTEGER, duration INTEGER, crews TEXT, factor TEXT NOT NULL,
  calendar INTEGER, learning_rate TEXT, notes TEXT NOT NULL, PRIMARY KEY (sequence, position)) WITHOUT ROWID;
CREATE TABLE sequence_link (sequence INTEGER NOT NULL, position INTEGER NOT NULL, from_step INTEGER NOT NULL,
  to_step INTEGER NOT NULL, type TEXT NOT NULL, lag INTEGER NOT NULL, lag_calendar TEXT NOT NULL,
  to_next_unit INTEGER NOT NULL, PRIMARY KEY (sequence, position)) WITHOUT ROWID;
CREATE TABLE laid_out (id INTEGER PRIMARY KEY, position INTEGER NOT NULL, sequence INTEGER NOT NULL, location INTEGER,
  breakdown INTEGER, unit INTEGER NOT NULL);
CREATE TABLE laid_out_step (laid_out INTEGER NOT NULL, position INTEGER NOT NULL, step INTEGER NOT NULL,
  activity INTEGER, quantity TEXT NOT NULL, PRIMARY KEY (laid_out, position)) WITHOUT ROWID;
)sql";

/// The parts of events that version 5 brought.
inline constexpr const char* eventPartsSchema = R"sql(
CREATE TABLE event_document (event INTEGER NOT NULL, position INTEGER NOT NULL, place TEXT NOT NULL,
  PRIMARY KEY (event, position)) WITHOUT ROWID;
CREATE TABLE event_activity (event INTEGER NOT NULL, position INTEGER NOT NULL, activity INTEGER NOT NULL,
  PRIMARY KEY (event, position)) WITHOUT ROWID;
CREATE TABLE event_effect (event INTEGER NOT NULL, position INTEGER NOT NULL, kind TEXT NOT NULL,
  activity INTEGER NOT NULL, work INTEGER NOT NULL, from_date TEXT, to_date TEXT, value TEXT,
  PRIMARY KEY (event, position)) WITHOUT ROWID;
)sql";

/// Makes the tables of version 4 those of version 5. New columns come last and have defaults, so that the change sets
/// of the history still fit.
inline constexpr const char* fromVersion4 = R"sql(
ALTER TABLE activity ADD COLUMN event INTEGER;
ALTER TABLE event ADD COLUMN title TEXT NOT NULL DEFAULT '';
ALTER TABLE event ADD COLUMN description TEXT NOT NULL DEFAULT '';
ALTER TABLE event ADD COLUMN cause TEXT NOT NULL DEFAULT '';
ALTER TABLE event ADD COLUMN from_date TEXT;
ALTER TABLE event ADD COLUMN to_date TEXT;
ALTER TABLE event ADD COLUMN known TEXT;
ALTER TABLE event ADD COLUMN notice_given TEXT;
ALTER TABLE event ADD COLUMN particulars_given TEXT;
ALTER TABLE event ADD COLUMN in_forecast INTEGER NOT NULL DEFAULT 1;
ALTER TABLE event_days ADD COLUMN granted INTEGER NOT NULL DEFAULT 0;
PRAGMA user_version = 5;
)sql";

/// What is kept beside the programme: who had it open, every change, what was frozen. `changes` is a change set of
/// SQLite's session extension, `content` an image of a database that holds the tables above.
inline constexpr const char* recordSchema = R"sql(
CREATE TABLE session (id INTEGER PRIMARY KEY, author TEXT NOT NULL, opened TEXT NOT NULL, closed TEXT);
CREATE TABLE history (id INTEGER PRIMARY KEY, session INTEGER NOT NULL, at TEXT NOT NULL, author TEXT NOT NULL,
  kind TEXT NOT NULL, text TEXT NOT NULL, changes BLOB);
CREATE TABLE revision (id INTEGER PRIMARY KEY, key TEXT NOT NULL, purpose TEXT NOT NULL, data_date TEXT,
  author TEXT NOT NULL, at TEXT NOT NULL, history INTEGER NOT NULL, narrative TEXT NOT NULL, content BLOB NOT NULL,
  image_digest TEXT NOT NULL, digest TEXT NOT NULL);
CREATE TABLE contract_programme (id INTEGER PRIMARY KEY, revision INTEGER NOT NULL, author TEXT NOT NULL,
  at TEXT NOT NULL, reason TEXT NOT NULL);
CREATE TABLE keeping (key TEXT PRIMARY KEY, value TEXT) WITHOUT ROWID;
)sql";

} // namespace yarrin
