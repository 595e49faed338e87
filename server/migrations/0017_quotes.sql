-- Quotes: what was asked with its prices as they stood, and what it came to. What one said before it was changed is kept.
CREATE TABLE quotes (
    id uuid PRIMARY KEY,
    version integer NOT NULL DEFAULT 1,
    made_at timestamptz NOT NULL DEFAULT now(),
    made_by uuid,
    changed_at timestamptz NOT NULL DEFAULT now(),
    changed_by uuid,
    deleted_at timestamptz,
    made_from jsonb NOT NULL,
    job_id uuid NOT NULL REFERENCES jobs (id),
    name text NOT NULL,
    note text NOT NULL DEFAULT '',
    asked jsonb NOT NULL,
    found jsonb NOT NULL
);
CREATE INDEX quotes_newest ON quotes (changed_at DESC, id DESC) WHERE deleted_at IS NULL;
CREATE TABLE quote_versions (
    quote_id uuid NOT NULL REFERENCES quotes (id),
    version integer NOT NULL,
    was jsonb NOT NULL,
    changed_at timestamptz NOT NULL,
    changed_by uuid,
    PRIMARY KEY (quote_id, version)
);
