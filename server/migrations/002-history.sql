-- The history of each job, jobs put aside, the firm's usual parts, prices.

ALTER TABLE jobs ADD COLUMN archived_at TEXT;
ALTER TABLE jobs ADD COLUMN deleted_at TEXT;
ALTER TABLE jobs ADD COLUMN defaults_construction TEXT;
ALTER TABLE jobs ADD COLUMN defaults_insulation TEXT;
ALTER TABLE jobs ADD COLUMN defaults_method TEXT;
ALTER TABLE jobs ADD COLUMN defaults_breaking_a REAL CHECK (defaults_breaking_a BETWEEN 100 AND 200000);

CREATE TABLE prices (
  job_id TEXT NOT NULL REFERENCES jobs (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  sort_key TEXT NOT NULL,
  part TEXT NOT NULL,
  per TEXT NOT NULL CHECK (per IN ('piece', 'm', 'ft', 'h')),
  amount REAL NOT NULL CHECK (amount BETWEEN 0 AND 1000000),
  PRIMARY KEY (job_id, id)
) STRICT, WITHOUT ROWID;

-- One row per user action. `undone` is 1 when an undo has taken it back; `reachable` says whether undo or redo may still
-- come to it: a new action puts what was undone out of reach, and a refused undo is passed over from then on.
CREATE TABLE changes (
  job_id TEXT NOT NULL REFERENCES jobs (id) ON DELETE CASCADE,
  revision INTEGER NOT NULL CHECK (revision > 1),
  key TEXT NOT NULL,
  author TEXT NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('do', 'undo', 'redo')),
  label TEXT NOT NULL,
  at TEXT NOT NULL,
  target INTEGER,
  undone INTEGER NOT NULL DEFAULT 0 CHECK (undone IN (0, 1)),
  reachable INTEGER NOT NULL DEFAULT 1 CHECK (reachable IN (0, 1)),
  PRIMARY KEY (job_id, revision),
  UNIQUE (job_id, key)
) STRICT, WITHOUT ROWID;

CREATE INDEX changes_by_author ON changes (job_id, author, kind, undone, reachable, revision);

-- The rows an action changed, each before and after as JSON: the patch and its inverse.
CREATE TABLE change_rows (
  job_id TEXT NOT NULL,
  revision INTEGER NOT NULL,
  position INTEGER NOT NULL CHECK (position >= 0),
  collection TEXT NOT NULL,
  row_id TEXT NOT NULL,
  before TEXT CHECK (before IS NULL OR json_valid(before)),
  after TEXT CHECK (after IS NULL OR json_valid(after)),
  PRIMARY KEY (job_id, revision, position),
  FOREIGN KEY (job_id, revision) REFERENCES changes (job_id, revision) ON DELETE CASCADE
) STRICT, WITHOUT ROWID;

CREATE TABLE firm (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  revision INTEGER NOT NULL DEFAULT 1,
  installer TEXT,
  licence TEXT,
  dialect TEXT NOT NULL CHECK (dialect IN ('iec', 'nec'))
) STRICT;

CREATE TABLE firm_defaults (
  dialect TEXT PRIMARY KEY CHECK (dialect IN ('iec', 'nec')),
  line_size TEXT,
  construction TEXT,
  insulation TEXT,
  method TEXT,
  family TEXT,
  breaking_a REAL CHECK (breaking_a BETWEEN 100 AND 200000),
  currency TEXT,
  labour_per_hour REAL CHECK (labour_per_hour BETWEEN 0 AND 10000)
) STRICT, WITHOUT ROWID;

CREATE TABLE firm_prices (
  dialect TEXT NOT NULL CHECK (dialect IN ('iec', 'nec')),
  id TEXT NOT NULL,
  sort_key TEXT NOT NULL,
  part TEXT NOT NULL,
  per TEXT NOT NULL CHECK (per IN ('piece', 'm', 'ft', 'h')),
  amount REAL NOT NULL CHECK (amount BETWEEN 0 AND 1000000),
  PRIMARY KEY (dialect, id)
) STRICT, WITHOUT ROWID;

-- A reading is only ever added; only deleting the whole job takes its readings along.
CREATE TRIGGER readings_stay BEFORE UPDATE ON readings
BEGIN
  SELECT RAISE(ABORT, 'a reading is never changed');
END;
