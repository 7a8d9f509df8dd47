-- What was done and the firm carry a sum of what was written: a bit that flips on the disk is seen before it is undone, or believed.

ALTER TABLE changes ADD COLUMN sum TEXT;
ALTER TABLE firm ADD COLUMN checksum TEXT;
