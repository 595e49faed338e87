-- Trials of two ways on strips of the same plate: what was tried, in which order, and what each strip came to. What one said
-- before it was changed is kept.
CREATE TABLE trials (
    id uuid PRIMARY KEY,
    version integer NOT NULL DEFAULT 1,
    made_at timestamptz NOT NULL DEFAULT now(),
    made_by uuid,
    changed_at timestamptz NOT NULL DEFAULT now(),
    changed_by uuid,
    deleted_at timestamptz,
    made_from jsonb NOT NULL,
    name text NOT NULL,
    way_a text NOT NULL,
    way_b text NOT NULL,
    measure text NOT NULL,
    strips jsonb NOT NULL
);
CREATE INDEX trials_newest ON trials (changed_at DESC, id DESC) WHERE deleted_at IS NULL;
CREATE TABLE trial_versions (
    trial_id uuid NOT NULL REFERENCES trials (id),
    version integer NOT NULL,
    strips jsonb NOT NULL,
    changed_at timestamptz NOT NULL,
    changed_by uuid,
    PRIMARY KEY (trial_id, version)
);
