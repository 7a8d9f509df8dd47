-- What happened in the house: trips, visits, work.

CREATE TABLE log_entries (
  job_id TEXT NOT NULL REFERENCES jobs (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  at TEXT NOT NULL,
  kind TEXT NOT NULL,
  device_id TEXT,
  after TEXT,
  weather TEXT,
  reset TEXT,
  loads_on TEXT,
  found TEXT,
  note TEXT,
  by TEXT,
  supersedes TEXT,
  PRIMARY KEY (job_id, id),
  FOREIGN KEY (job_id, device_id) REFERENCES devices (job_id, id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY (job_id, supersedes) REFERENCES log_entries (job_id, id) DEFERRABLE INITIALLY DEFERRED
) STRICT, WITHOUT ROWID;
