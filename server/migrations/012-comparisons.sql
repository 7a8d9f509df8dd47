-- Comparisons of curves kept by name: the address that shows one holds all of it.

CREATE TABLE firm_comparisons (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL,
  address TEXT NOT NULL
) STRICT, WITHOUT ROWID;
