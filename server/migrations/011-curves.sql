-- Curves of devices the firm usually fits, typed once: points as a list of current and both times.

CREATE TABLE firm_curves (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL,
  points TEXT NOT NULL
) STRICT, WITHOUT ROWID;
