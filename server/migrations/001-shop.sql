-- The shop: what a maker owns. Lengths in mm, times in s, speeds in mm/s.
CREATE TABLE workshop (
  id uuid PRIMARY KEY,
  name text NOT NULL,
  currency text NOT NULL CHECK (currency ~ '^[A-Z]{3}$'),
  created_at timestamptz NOT NULL DEFAULT now()
);

CREATE TABLE machine (
  id uuid PRIMARY KEY,
  workshop_id uuid NOT NULL REFERENCES workshop,
  name text NOT NULL,
  kind text NOT NULL CHECK (kind IN ('plotter')),
  work_width_mm double precision NOT NULL CHECK (work_width_mm > 0),
  work_length_mm double precision NOT NULL CHECK (work_length_mm > 0),
  margin_side_mm double precision NOT NULL CHECK (margin_side_mm >= 0),
  margin_lead_mm double precision NOT NULL CHECK (margin_lead_mm >= 0),
  margin_tail_mm double precision NOT NULL CHECK (margin_tail_mm >= 0),
  holders integer NOT NULL CHECK (holders >= 1),
  max_passes integer NOT NULL CHECK (max_passes >= 1),
  acceleration_mm_s2 double precision NOT NULL CHECK (acceleration_mm_s2 > 0),
  top_speed_mm_s double precision NOT NULL CHECK (top_speed_mm_s > 0),
  travel_speed_mm_s double precision NOT NULL CHECK (travel_speed_mm_s > 0),
  junction_deviation_mm double precision NOT NULL CHECK (junction_deviation_mm > 0),
  head_down_s double precision NOT NULL CHECK (head_down_s >= 0),
  head_up_s double precision NOT NULL CHECK (head_up_s >= 0),
  version integer NOT NULL DEFAULT 1
);

CREATE TABLE machine_dial (
  id uuid PRIMARY KEY,
  workshop_id uuid NOT NULL REFERENCES workshop,
  machine_id uuid NOT NULL REFERENCES machine,
  position integer NOT NULL,
  name text NOT NULL,
  label text NOT NULL,
  unit text NOT NULL,
  physical_unit text NOT NULL,
  min_value double precision NOT NULL,
  max_value double precision NOT NULL,
  step_value double precision NOT NULL CHECK (step_value > 0),
  version integer NOT NULL DEFAULT 1,
  UNIQUE (machine_id, name),
  CHECK (max_value > min_value)
);

CREATE TABLE calibration_point (
  dial_id uuid NOT NULL REFERENCES machine_dial,
  workshop_id uuid NOT NULL REFERENCES workshop,
  dial_value double precision NOT NULL,
  physical_value double precision NOT NULL,
  PRIMARY KEY (dial_id, dial_value)
);

CREATE TABLE tool (
  id uuid PRIMARY KEY,
  workshop_id uuid NOT NULL REFERENCES workshop,
  name text NOT NULL,
  kind text NOT NULL CHECK (kind IN ('fine-blade', 'deep-blade', 'scoring-wheel', 'pen')),
  wear_m double precision NOT NULL DEFAULT 0 CHECK (wear_m >= 0),
  life_m double precision CHECK (life_m > 0),
  version integer NOT NULL DEFAULT 1
);

CREATE TABLE material (
  id uuid PRIMARY KEY,
  workshop_id uuid NOT NULL REFERENCES workshop,
  name text NOT NULL,
  family text NOT NULL,
  finish text NOT NULL,
  colour text NOT NULL CHECK (colour ~ '^#[0-9a-f]{6}$'),
  thickness_mm double precision NOT NULL CHECK (thickness_mm > 0),
  smallest_detail_mm double precision NOT NULL CHECK (smallest_detail_mm > 0),
  mirrored boolean NOT NULL,
  facing text NOT NULL,
  supplier_card text,
  default_process text NOT NULL CHECK (default_process IN ('draw', 'score', 'kiss-cut', 'through-cut')),
  version integer NOT NULL DEFAULT 1
);

CREATE TABLE stock_piece (
  id uuid PRIMARY KEY,
  workshop_id uuid NOT NULL REFERENCES workshop,
  material_id uuid NOT NULL REFERENCES material,
  kind text NOT NULL CHECK (kind IN ('sheet', 'roll', 'blank', 'offcut')),
  name text NOT NULL,
  width_mm double precision NOT NULL CHECK (width_mm > 0),
  length_mm double precision NOT NULL CHECK (length_mm > 0),
  version integer NOT NULL DEFAULT 1
);
CREATE INDEX stock_piece_material ON stock_piece (material_id);
