-- Every supply: more of what an origin may be known by, returns other than a protective conductor, listed combinations.

ALTER TABLE origins ADD COLUMN pscc_ll_a REAL CHECK (pscc_ll_a BETWEEN 1 AND 200000);
ALTER TABLE origins ADD COLUMN pscc_ll_a_from TEXT CHECK (pscc_ll_a_from IN ('measured', 'stated', 'assumed'));
ALTER TABLE origins ADD COLUMN pscc_ll_a_note TEXT;
ALTER TABLE origins ADD COLUMN pscc_ll_a_dated TEXT;
ALTER TABLE origins ADD COLUMN pscc3_a REAL CHECK (pscc3_a BETWEEN 1 AND 200000);
ALTER TABLE origins ADD COLUMN pscc3_a_from TEXT CHECK (pscc3_a_from IN ('measured', 'stated', 'assumed'));
ALTER TABLE origins ADD COLUMN pscc3_a_note TEXT;
ALTER TABLE origins ADD COLUMN pscc3_a_dated TEXT;
ALTER TABLE origins ADD COLUMN min_fault_a REAL CHECK (min_fault_a BETWEEN 0.1 AND 200000);
ALTER TABLE origins ADD COLUMN min_fault_a_from TEXT CHECK (min_fault_a_from IN ('measured', 'stated', 'assumed'));
ALTER TABLE origins ADD COLUMN min_fault_a_note TEXT;
ALTER TABLE origins ADD COLUMN min_fault_a_dated TEXT;
ALTER TABLE origins ADD COLUMN full_neutral INTEGER CHECK (full_neutral IN (0, 1));
ALTER TABLE origins ADD COLUMN full_neutral_from TEXT CHECK (full_neutral_from IN ('measured', 'stated', 'assumed'));
ALTER TABLE origins ADD COLUMN full_neutral_note TEXT;
ALTER TABLE origins ADD COLUMN full_neutral_dated TEXT;
ALTER TABLE origins ADD COLUMN transformer_upstream_least_va REAL CHECK (transformer_upstream_least_va BETWEEN 10000 AND 5000000000);
ALTER TABLE origins ADD COLUMN transformer_upstream_least_va_from TEXT CHECK (transformer_upstream_least_va_from IN ('measured', 'stated', 'assumed'));
ALTER TABLE origins ADD COLUMN transformer_upstream_least_va_note TEXT;
ALTER TABLE origins ADD COLUMN transformer_upstream_least_va_dated TEXT;
ALTER TABLE points ADD COLUMN no_earth_marked INTEGER CHECK (no_earth_marked IN (0, 1));
ALTER TABLE points ADD COLUMN no_earth_marked_from TEXT CHECK (no_earth_marked_from IN ('measured', 'stated', 'assumed'));
ALTER TABLE points ADD COLUMN no_earth_marked_note TEXT;
ALTER TABLE points ADD COLUMN no_earth_marked_dated TEXT;

-- A check on a column is changed by making the table anew.
CREATE TABLE segments_new (
  job_id TEXT NOT NULL REFERENCES jobs (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  circuit_id TEXT NOT NULL,
  sort_key TEXT NOT NULL,
  branch_of TEXT,
  name TEXT,
  state TEXT NOT NULL CHECK (state IN ('existing', 'new', 'altered', 'removed')),
  length_m REAL CHECK (length_m BETWEEN 0.01 AND 5000),
  length_m_from TEXT CHECK (length_m_from IN ('measured', 'stated', 'assumed')),
  length_m_note TEXT,
  length_m_dated TEXT,
  line_size TEXT,
  line_size_from TEXT CHECK (line_size_from IN ('measured', 'stated', 'assumed')),
  line_size_note TEXT,
  line_size_dated TEXT,
  neutral_size TEXT,
  neutral_size_from TEXT CHECK (neutral_size_from IN ('measured', 'stated', 'assumed')),
  neutral_size_note TEXT,
  neutral_size_dated TEXT,
  protective_size TEXT,
  protective_size_from TEXT CHECK (protective_size_from IN ('measured', 'stated', 'assumed')),
  protective_size_note TEXT,
  protective_size_dated TEXT,
  material TEXT CHECK (material IN ('Cu', 'Al')),
  material_from TEXT CHECK (material_from IN ('measured', 'stated', 'assumed')),
  material_note TEXT,
  material_dated TEXT,
  insulation TEXT CHECK (insulation IN ('PVC70', 'XLPE90', 'TW60', 'THW75', 'THHN90')),
  insulation_from TEXT CHECK (insulation_from IN ('measured', 'stated', 'assumed')),
  insulation_note TEXT,
  insulation_dated TEXT,
  construction TEXT CHECK (construction IN ('flat-sheathed', 'round-sheathed', 'armoured', 'singles', 'mineral', 'NM-B', 'UF-B', 'AC', 'MC', 'SE')),
  place TEXT CHECK (place IN ('in-wall', 'exposed', 'roof-space', 'raceway', 'wet', 'buried', 'under-floor')),
  method TEXT CHECK (method IN ('100', '101', '102', '103', 'A1', 'A2', 'B1', 'B2', 'C', 'D1', 'D2', 'E', 'F')),
  method_from TEXT CHECK (method_from IN ('measured', 'stated', 'assumed')),
  method_note TEXT,
  method_dated TEXT,
  ambient_c REAL CHECK (ambient_c BETWEEN -40 AND 90),
  ambient_c_from TEXT CHECK (ambient_c_from IN ('measured', 'stated', 'assumed')),
  ambient_c_note TEXT,
  ambient_c_dated TEXT,
  grouped_circuits INTEGER CHECK (grouped_circuits BETWEEN 1 AND 40),
  grouped_circuits_from TEXT CHECK (grouped_circuits_from IN ('measured', 'stated', 'assumed')),
  grouped_circuits_note TEXT,
  grouped_circuits_dated TEXT,
  soil_km_per_w REAL CHECK (soil_km_per_w BETWEEN 0.3 AND 5),
  soil_km_per_w_from TEXT CHECK (soil_km_per_w_from IN ('measured', 'stated', 'assumed')),
  soil_km_per_w_note TEXT,
  soil_km_per_w_dated TEXT,
  terminal_c REAL CHECK (terminal_c IN (60, 70, 75, 90)),
  terminal_c_from TEXT CHECK (terminal_c_from IN ('measured', 'stated', 'assumed')),
  terminal_c_note TEXT,
  terminal_c_dated TEXT,
  in_sun INTEGER CHECK (in_sun IN (0, 1)),
  protective_path TEXT CHECK (protective_path IN ('conductor', 'pen', 'raceway', 'armour', 'none')),
  return_mohm_per_m REAL CHECK (return_mohm_per_m BETWEEN 0.001 AND 100),
  return_mohm_per_m_from TEXT CHECK (return_mohm_per_m_from IN ('measured', 'stated', 'assumed')),
  return_mohm_per_m_note TEXT,
  return_mohm_per_m_dated TEXT,
  roles TEXT,
  PRIMARY KEY (job_id, id),
  FOREIGN KEY (job_id, circuit_id) REFERENCES circuits (job_id, id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY (job_id, branch_of) REFERENCES segments (job_id, id) DEFERRABLE INITIALLY DEFERRED
) STRICT, WITHOUT ROWID;

INSERT INTO segments_new (job_id, id, circuit_id, sort_key, branch_of, name, state, length_m, length_m_from, length_m_note,
  length_m_dated, line_size, line_size_from, line_size_note, line_size_dated, neutral_size, neutral_size_from,
  neutral_size_note, neutral_size_dated, protective_size, protective_size_from, protective_size_note, protective_size_dated,
  material, material_from, material_note, material_dated, insulation, insulation_from, insulation_note, insulation_dated,
  construction, place, method, method_from, method_note, method_dated, ambient_c, ambient_c_from, ambient_c_note,
  ambient_c_dated, grouped_circuits, grouped_circuits_from, grouped_circuits_note, grouped_circuits_dated, soil_km_per_w,
  soil_km_per_w_from, soil_km_per_w_note, soil_km_per_w_dated, terminal_c, terminal_c_from, terminal_c_note, terminal_c_dated,
  in_sun, protective_path, roles)
SELECT job_id, id, circuit_id, sort_key, branch_of, name, state, length_m, length_m_from, length_m_note, length_m_dated,
  line_size, line_size_from, line_size_note, line_size_dated, neutral_size, neutral_size_from, neutral_size_note,
  neutral_size_dated, protective_size, protective_size_from, protective_size_note, protective_size_dated, material,
  material_from, material_note, material_dated, insulation, insulation_from, insulation_note, insulation_dated, construction,
  place, method, method_from, method_note, method_dated, ambient_c, ambient_c_from, ambient_c_note, ambient_c_dated,
  grouped_circuits, grouped_circuits_from, grouped_circuits_note, grouped_circuits_dated, soil_km_per_w, soil_km_per_w_from,
  soil_km_per_w_note, soil_km_per_w_dated, terminal_c, terminal_c_from, terminal_c_note, terminal_c_dated, in_sun,
  protective_path, roles FROM segments;
DROP TABLE segments;
ALTER TABLE segments_new RENAME TO segments;

CREATE TABLE combinations (
  job_id TEXT NOT NULL REFERENCES jobs (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  sort_key TEXT NOT NULL,
  upstream_device_id TEXT NOT NULL,
  downstream_device_id TEXT NOT NULL,
  capacity_a REAL NOT NULL CHECK (capacity_a BETWEEN 100 AND 200000),
  capacity_a_from TEXT NOT NULL CHECK (capacity_a_from IN ('measured', 'stated', 'assumed')),
  capacity_a_note TEXT,
  capacity_a_dated TEXT,
  reference TEXT NOT NULL,
  upstream_as TEXT NOT NULL,
  downstream_as TEXT NOT NULL,
  PRIMARY KEY (job_id, id),
  FOREIGN KEY (job_id, upstream_device_id) REFERENCES devices (job_id, id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY (job_id, downstream_device_id) REFERENCES devices (job_id, id) DEFERRABLE INITIALLY DEFERRED
) STRICT, WITHOUT ROWID;
