-- Conductors: motors and marked equipment, taps, boxes, bonding and electrode conductors.

ALTER TABLE loads ADD COLUMN motor_hp REAL CHECK (motor_hp BETWEEN 0.1 AND 200);
ALTER TABLE loads ADD COLUMN motor_hp_from TEXT CHECK (motor_hp_from IN ('measured', 'stated', 'assumed'));
ALTER TABLE loads ADD COLUMN motor_hp_note TEXT;
ALTER TABLE loads ADD COLUMN motor_hp_dated TEXT;
ALTER TABLE loads ADD COLUMN overload_protected INTEGER CHECK (overload_protected IN (0, 1));
ALTER TABLE loads ADD COLUMN overload_protected_from TEXT CHECK (overload_protected_from IN ('measured', 'stated', 'assumed'));
ALTER TABLE loads ADD COLUMN overload_protected_note TEXT;
ALTER TABLE loads ADD COLUMN overload_protected_dated TEXT;
ALTER TABLE loads ADD COLUMN minimum_ampacity_a REAL CHECK (minimum_ampacity_a BETWEEN 0.1 AND 1000);
ALTER TABLE loads ADD COLUMN minimum_ampacity_a_from TEXT CHECK (minimum_ampacity_a_from IN ('measured', 'stated', 'assumed'));
ALTER TABLE loads ADD COLUMN minimum_ampacity_a_note TEXT;
ALTER TABLE loads ADD COLUMN minimum_ampacity_a_dated TEXT;
ALTER TABLE loads ADD COLUMN maximum_device_a REAL CHECK (maximum_device_a BETWEEN 1 AND 2000);
ALTER TABLE loads ADD COLUMN maximum_device_a_from TEXT CHECK (maximum_device_a_from IN ('measured', 'stated', 'assumed'));
ALTER TABLE loads ADD COLUMN maximum_device_a_note TEXT;
ALTER TABLE loads ADD COLUMN maximum_device_a_dated TEXT;
ALTER TABLE origins ADD COLUMN bonding_size TEXT;
ALTER TABLE origins ADD COLUMN bonding_size_from TEXT CHECK (bonding_size_from IN ('measured', 'stated', 'assumed'));
ALTER TABLE origins ADD COLUMN bonding_size_note TEXT;
ALTER TABLE origins ADD COLUMN bonding_size_dated TEXT;
ALTER TABLE electrodes ADD COLUMN conductor_size TEXT;
ALTER TABLE electrodes ADD COLUMN conductor_size_from TEXT CHECK (conductor_size_from IN ('measured', 'stated', 'assumed'));
ALTER TABLE electrodes ADD COLUMN conductor_size_note TEXT;
ALTER TABLE electrodes ADD COLUMN conductor_size_dated TEXT;
ALTER TABLE electrodes ADD COLUMN kind TEXT CHECK (kind IN ('rod', 'plate', 'ring', 'foundation', 'water-pipe', 'structure'));
ALTER TABLE segments ADD COLUMN tap TEXT CHECK (tap IN ('feeder-10-ft', 'feeder-25-ft', 'cooking', 'outlet'));
ALTER TABLE segments ADD COLUMN box TEXT;
