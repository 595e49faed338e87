-- What the shop owns: tips, hoses, regulators, arrestors, torches, cylinders. The fields of a kind
-- are those of its part of the interface; what is out of service says why.
CREATE TABLE gear (
    id uuid PRIMARY KEY,
    kind text NOT NULL CHECK (kind IN ('tip', 'hose', 'regulator', 'arrestor', 'torch', 'cylinder')),
    label text NOT NULL,
    fields jsonb NOT NULL,
    in_service boolean NOT NULL DEFAULT true,
    out_because text NOT NULL DEFAULT '',
    made_from jsonb NOT NULL,
    version integer NOT NULL DEFAULT 1,
    made_at timestamptz NOT NULL DEFAULT now(),
    made_by uuid,
    changed_at timestamptz NOT NULL DEFAULT now(),
    changed_by uuid,
    deleted_at timestamptz,
    CHECK (in_service OR out_because <> '')
);
CREATE INDEX gear_by_kind ON gear (kind, label) WHERE deleted_at IS NULL;
