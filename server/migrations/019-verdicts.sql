-- The verdict of a whole job, as a version of the program found it at a revision: the list need not study a thousand jobs at each start.

CREATE TABLE verdicts (
  job_id TEXT PRIMARY KEY REFERENCES jobs (id) ON DELETE CASCADE,
  revision INTEGER NOT NULL,
  core TEXT NOT NULL,
  verdict TEXT NOT NULL,
  counts TEXT NOT NULL,
  sum TEXT NOT NULL
) STRICT, WITHOUT ROWID;
