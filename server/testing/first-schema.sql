-- One job as the first schema kept it: enough rows to hold every kind of link a later schema rebuilds.
BEGIN;
INSERT INTO jobs (id, created_at, changed_at, name, dialect, pack, supply_voltage_system, supply_earthing, supply_u0_v,
  supply_frequency_hz, supply_c_max, supply_c_min)
VALUES ('old', '2026-01-01T00:00:00Z', '2026-01-02T00:00:00Z', 'Old job', 'iec', 'iec-60364', 'single-phase', 'TN-S', 230, 50, 1.1, 0.95);
INSERT INTO origins (job_id, id, sort_key, name, kind, state, ze_ohm, ze_ohm_from)
VALUES ('old', 'net', 'a', 'Network', 'network', 'existing', 0.35, 'measured');
INSERT INTO source_states VALUES ('old', 'grid', 'a', 'Grid', 'grid');
INSERT INTO source_state_origins VALUES ('old', 'grid', 0, 'net');
INSERT INTO boards (job_id, id, sort_key, name, state) VALUES ('old', 'board', 'a', 'Board', 'existing');
INSERT INTO circuits (job_id, id, sort_key, number, name, kind, state, from_origin_id, to_board_id, topology)
VALUES ('old', 'service', 'a', '', 'Service', 'service', 'existing', 'net', 'board', 'radial');
INSERT INTO circuits (job_id, id, sort_key, number, name, kind, state, from_board_id, topology)
VALUES ('old', 'c', 'b', '1', 'Sockets', 'final', 'new', 'board', 'radial');
INSERT INTO segments (job_id, id, circuit_id, sort_key, state, length_m, length_m_from, length_m_note, protective_path)
VALUES ('old', 'main', 'c', 'a', 'new', 12.5, 'measured', 'by tape', 'conductor');
INSERT INTO segments (job_id, id, circuit_id, sort_key, branch_of, state) VALUES ('old', 'spur', 'c', 'b', 'main', 'new');
INSERT INTO points (job_id, id, circuit_id, sort_key, segment_id, name, kind, state)
VALUES ('old', 'outlet', 'c', 'a', 'spur', 'Outlet', 'socket', 'new');
COMMIT;
