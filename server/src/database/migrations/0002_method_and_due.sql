-- The method visits are judged by: the fleet's, unless a unit has one of its own.
ALTER TABLE fleet ADD COLUMN method_profile text NOT NULL DEFAULT 'pile'
  CHECK (method_profile IN ('pile', 'rested', 'starter', 'conductance'));
ALTER TABLE unit ADD COLUMN method_profile text
  CHECK (method_profile IN ('pile', 'rested', 'starter', 'conductance'));

-- When a unit is due again, as signed off at its latest closed visit. Rebuilt with the summaries.
ALTER TABLE unit_standing ADD COLUMN due_date date;
ALTER TABLE unit_standing ADD COLUMN due_engine_hours double precision;
ALTER TABLE unit_standing ADD COLUMN due_odometer_km double precision;
