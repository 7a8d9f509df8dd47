-- The lines of its circuit a load hangs on.

ALTER TABLE loads ADD COLUMN lines TEXT CHECK (lines IN ('L1', 'L2', 'L3', 'L1-L2', 'L2-L3', 'L1-L3', 'all'));
ALTER TABLE loads ADD COLUMN lines_from TEXT CHECK (lines_from IN ('measured', 'stated', 'assumed'));
ALTER TABLE loads ADD COLUMN lines_note TEXT;
ALTER TABLE loads ADD COLUMN lines_dated TEXT;
