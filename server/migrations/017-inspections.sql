-- What was looked at, item by item; and columns of new fields: boxes, bends, sheaths, raceways.

CREATE TABLE inspections (
  job_id TEXT NOT NULL REFERENCES jobs (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  sort_key TEXT NOT NULL,
  item TEXT NOT NULL,
  board_id TEXT,
  device_id TEXT,
  point_id TEXT,
  segment_id TEXT,
  result TEXT,
  result_from TEXT,
  result_note TEXT,
  result_dated TEXT,
  value REAL CHECK (value BETWEEN 0 AND 10000),
  value_from TEXT,
  value_note TEXT,
  value_dated TEXT,
  device_as TEXT,
  code TEXT,
  by TEXT,
  PRIMARY KEY (job_id, id),
  CHECK ((result IS NULL) <> (value IS NULL)),
  FOREIGN KEY (job_id, board_id) REFERENCES boards (job_id, id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY (job_id, device_id) REFERENCES devices (job_id, id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY (job_id, point_id) REFERENCES points (job_id, id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY (job_id, segment_id) REFERENCES segments (job_id, id) DEFERRABLE INITIALLY DEFERRED
) STRICT, WITHOUT ROWID;
