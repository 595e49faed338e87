-- What happened at the torch. Only the id and when are required: what nobody noted stays empty.
CREATE TABLE burns (
    id uuid PRIMARY KEY,
    job_line_id uuid REFERENCES job_lines (id),
    plan_id uuid REFERENCES plans (id),
    person_id uuid REFERENCES people (id),
    tip_id uuid REFERENCES gear (id),
    happened_at timestamptz NOT NULL,
    start_s double precision,
    duration_s double precision,
    pace_m_s double precision,
    outcome text CHECK (outcome IN ('good', 'usable', 'poor', 'lost')),
    readings jsonb NOT NULL DEFAULT '{}',
    note text NOT NULL DEFAULT '',
    made_from jsonb NOT NULL,
    version integer NOT NULL DEFAULT 1,
    made_at timestamptz NOT NULL DEFAULT now(),
    made_by uuid,
    changed_at timestamptz NOT NULL DEFAULT now(),
    changed_by uuid,
    deleted_at timestamptz
);
CREATE INDEX burns_newest ON burns (happened_at DESC) WHERE deleted_at IS NULL;
CREATE INDEX burns_of_line ON burns (job_line_id, happened_at DESC) WHERE deleted_at IS NULL;
