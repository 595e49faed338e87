-- One shop a database. Every row a person makes has an id chosen by the client (UUIDv7), the body it
-- was made from (a repeated PUT is told from another one by it), a version against stale writes,
-- who and when, and a deletion that can be undone.

CREATE TABLE people (
    id uuid PRIMARY KEY,
    name text NOT NULL,
    handedness text NOT NULL CHECK (handedness IN ('left', 'right')),
    made_from jsonb NOT NULL,
    version integer NOT NULL DEFAULT 1,
    made_at timestamptz NOT NULL DEFAULT now(),
    made_by uuid,
    changed_at timestamptz NOT NULL DEFAULT now(),
    changed_by uuid,
    deleted_at timestamptz
);

-- A setting is never overwritten: the newest row of a key counts, the old ones say who changed what.
CREATE TABLE shop_settings (
    id uuid PRIMARY KEY,
    key text NOT NULL,
    value jsonb NOT NULL,
    made_at timestamptz NOT NULL DEFAULT clock_timestamp(),
    made_by uuid
);
CREATE INDEX shop_settings_newest ON shop_settings (key, made_at DESC);

CREATE TABLE jobs (
    id uuid PRIMARY KEY,
    name text NOT NULL,
    note text NOT NULL DEFAULT '',
    rig jsonb NOT NULL,
    made_from jsonb NOT NULL,
    version integer NOT NULL DEFAULT 1,
    made_at timestamptz NOT NULL DEFAULT now(),
    made_by uuid,
    changed_at timestamptz NOT NULL DEFAULT now(),
    changed_by uuid,
    deleted_at timestamptz
);

CREATE TABLE job_lines (
    id uuid PRIMARY KEY,
    job_id uuid NOT NULL REFERENCES jobs (id),
    kind text NOT NULL CHECK (kind IN ('plate')),
    typed text NOT NULL,
    input_schema integer NOT NULL,
    input jsonb NOT NULL,
    position double precision NOT NULL,
    made_from jsonb NOT NULL,
    version integer NOT NULL DEFAULT 1,
    made_at timestamptz NOT NULL DEFAULT now(),
    made_by uuid,
    changed_at timestamptz NOT NULL DEFAULT now(),
    changed_by uuid,
    deleted_at timestamptz
);
CREATE INDEX job_lines_in_order ON job_lines (job_id, position) WHERE deleted_at IS NULL;

-- A plan is what stood on a card: it never changes.
CREATE TABLE plans (
    id uuid PRIMARY KEY,
    job_line_id uuid REFERENCES job_lines (id),
    title text NOT NULL,
    input jsonb NOT NULL,
    result jsonb NOT NULL,
    trace jsonb NOT NULL,
    core_version text NOT NULL,
    made_from jsonb NOT NULL,
    made_at timestamptz NOT NULL DEFAULT now(),
    made_by uuid
);
CREATE INDEX plans_of_line ON plans (job_line_id, made_at DESC);

CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    RAISE EXCEPTION 'a plan is never changed';
END
$$;
CREATE TRIGGER plans_are_immutable BEFORE UPDATE OR DELETE ON plans
    FOR EACH ROW EXECUTE FUNCTION refuse_change();
