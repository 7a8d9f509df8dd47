-- Facts on which reliefs depend: whole dwelling, ring accessories, earths kept apart, sources that cannot run alone.

ALTER TABLE circuits ADD COLUMN bs1363 INTEGER CHECK (bs1363 IN (0, 1));
ALTER TABLE circuits ADD COLUMN bs1363_from TEXT CHECK (bs1363_from IN ('measured', 'stated', 'assumed'));
ALTER TABLE circuits ADD COLUMN bs1363_note TEXT;
ALTER TABLE circuits ADD COLUMN bs1363_dated TEXT;
ALTER TABLE circuits ADD COLUMN whole_dwelling INTEGER CHECK (whole_dwelling IN (0, 1));
ALTER TABLE circuits ADD COLUMN whole_dwelling_from TEXT CHECK (whole_dwelling_from IN ('measured', 'stated', 'assumed'));
ALTER TABLE circuits ADD COLUMN whole_dwelling_note TEXT;
ALTER TABLE circuits ADD COLUMN whole_dwelling_dated TEXT;
ALTER TABLE circuits ADD COLUMN third_harmonic_percent REAL CHECK (third_harmonic_percent BETWEEN 0 AND 150);
ALTER TABLE circuits ADD COLUMN third_harmonic_percent_from TEXT CHECK (third_harmonic_percent_from IN ('measured', 'stated', 'assumed'));
ALTER TABLE circuits ADD COLUMN third_harmonic_percent_note TEXT;
ALTER TABLE circuits ADD COLUMN third_harmonic_percent_dated TEXT;
ALTER TABLE segments ADD COLUMN protective_material TEXT CHECK (protective_material IN ('Cu', 'Al'));
ALTER TABLE segments ADD COLUMN protective_material_from TEXT CHECK (protective_material_from IN ('measured', 'stated', 'assumed'));
ALTER TABLE segments ADD COLUMN protective_material_note TEXT;
ALTER TABLE segments ADD COLUMN protective_material_dated TEXT;
ALTER TABLE devices ADD COLUMN diversity REAL CHECK (diversity BETWEEN 0.05 AND 1);
ALTER TABLE devices ADD COLUMN diversity_from TEXT CHECK (diversity_from IN ('measured', 'stated', 'assumed'));
ALTER TABLE devices ADD COLUMN diversity_note TEXT;
ALTER TABLE devices ADD COLUMN diversity_dated TEXT;
ALTER TABLE origins ADD COLUMN runs_alone INTEGER CHECK (runs_alone IN (0, 1));
ALTER TABLE origins ADD COLUMN runs_alone_from TEXT CHECK (runs_alone_from IN ('measured', 'stated', 'assumed'));
ALTER TABLE origins ADD COLUMN runs_alone_note TEXT;
ALTER TABLE origins ADD COLUMN runs_alone_dated TEXT;
ALTER TABLE boards ADD COLUMN earth_tied INTEGER CHECK (earth_tied IN (0, 1));
ALTER TABLE boards ADD COLUMN earth_tied_from TEXT CHECK (earth_tied_from IN ('measured', 'stated', 'assumed'));
ALTER TABLE boards ADD COLUMN earth_tied_note TEXT;
ALTER TABLE boards ADD COLUMN earth_tied_dated TEXT;
ALTER TABLE boards ADD COLUMN earths_within_reach INTEGER CHECK (earths_within_reach IN (0, 1));
ALTER TABLE boards ADD COLUMN earths_within_reach_from TEXT CHECK (earths_within_reach_from IN ('measured', 'stated', 'assumed'));
ALTER TABLE boards ADD COLUMN earths_within_reach_note TEXT;
ALTER TABLE boards ADD COLUMN earths_within_reach_dated TEXT;
ALTER TABLE boards ADD COLUMN annex_zb INTEGER CHECK (annex_zb IN (0, 1));
ALTER TABLE boards ADD COLUMN annex_zb_from TEXT CHECK (annex_zb_from IN ('measured', 'stated', 'assumed'));
ALTER TABLE boards ADD COLUMN annex_zb_note TEXT;
ALTER TABLE boards ADD COLUMN annex_zb_dated TEXT;

-- A dryer is an appliance of its own.
ALTER TABLE loads ADD COLUMN appliance_kind TEXT CHECK (appliance_kind IN ('range', 'dryer', 'water-heater', 'space-heating', 'other'));
UPDATE loads SET appliance_kind = appliance;
ALTER TABLE loads DROP COLUMN appliance;
ALTER TABLE loads RENAME COLUMN appliance_kind TO appliance;
