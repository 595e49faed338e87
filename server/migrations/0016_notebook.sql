-- A shop's own notebook that was read in: the same again is known by its digest. Its text is not kept: names stand in it that a
-- shop may have to forget; what it says of its burns stands with them.
CREATE TABLE burn_imports (
    id uuid PRIMARY KEY,
    digest bytea NOT NULL,
    kept integer NOT NULL,
    made_at timestamptz NOT NULL DEFAULT now(),
    made_by uuid
);

-- A burn of a notebook has no card of ours: what it was cut by is the plan of what its row says.
ALTER TABLE burns
    ADD COLUMN import_id uuid REFERENCES burn_imports (id),
    ADD COLUMN import_row integer,
    ADD COLUMN asked jsonb;
