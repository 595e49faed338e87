-- What was made of a poor edge: what was seen, the answer as it stood, and what it turned out to be.
CREATE TABLE diagnoses (
    id uuid PRIMARY KEY,
    job_line_id uuid REFERENCES job_lines (id),
    plan_id uuid REFERENCES plans (id),
    burn_id uuid REFERENCES burns (id),
    happened_at timestamptz NOT NULL,
    fuel text CHECK (fuel IN ('acetylene', 'propane', 'propylene', 'natural_gas')),
    present text[] NOT NULL,
    absent text[] NOT NULL,
    causes jsonb NOT NULL,
    weights_version bigint NOT NULL,
    settled text NOT NULL DEFAULT '',
    note text NOT NULL DEFAULT '',
    made_from jsonb NOT NULL,
    version integer NOT NULL DEFAULT 1,
    made_at timestamptz NOT NULL DEFAULT now(),
    made_by uuid,
    changed_at timestamptz NOT NULL DEFAULT now(),
    changed_by uuid,
    deleted_at timestamptz
);
CREATE INDEX diagnoses_newest ON diagnoses (happened_at DESC) WHERE deleted_at IS NULL;
CREATE INDEX diagnoses_of_line ON diagnoses (job_line_id, happened_at DESC) WHERE deleted_at IS NULL;

-- Photos beside them, drawn anew on arrival: what a camera writes besides the picture (place, time,
-- owner) is not kept. made_from holds the fingerprint of the file that was sent.
CREATE TABLE photos (
    id uuid PRIMARY KEY,
    diagnosis_id uuid NOT NULL REFERENCES diagnoses (id),
    width integer NOT NULL,
    height integer NOT NULL,
    jpeg bytea NOT NULL,
    small_jpeg bytea NOT NULL,
    made_from jsonb NOT NULL,
    version integer NOT NULL DEFAULT 1,
    made_at timestamptz NOT NULL DEFAULT now(),
    made_by uuid,
    changed_at timestamptz NOT NULL DEFAULT now(),
    changed_by uuid,
    deleted_at timestamptz
);
CREATE INDEX photos_of_diagnosis ON photos (diagnosis_id, made_at) WHERE deleted_at IS NULL;
