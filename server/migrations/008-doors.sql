-- What an action was, so that its key is not taken for another one.
ALTER TABLE changes ADD COLUMN digest TEXT;
-- The sum of what a job's rows hash to (checksum.ts); absent until it has been worked out once.
ALTER TABLE jobs ADD COLUMN checksum TEXT;
-- A job that is still coming in: out of sight until its last row is there.
ALTER TABLE jobs ADD COLUMN arriving INTEGER NOT NULL DEFAULT 0 CHECK (arriving IN (0, 1));
