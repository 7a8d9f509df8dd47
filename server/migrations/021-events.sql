-- Events that were tried and kept with the job.

CREATE TABLE kept_events (
  job_id TEXT NOT NULL REFERENCES jobs (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  sort_key TEXT NOT NULL,
  event TEXT NOT NULL,
  dated TEXT NOT NULL,
  PRIMARY KEY (job_id, id)
) STRICT, WITHOUT ROWID;
