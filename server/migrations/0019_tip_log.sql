-- What happened to a tip besides cutting: that it was cleaned, at the torch or at the bench.
CREATE TABLE tip_events (
    id uuid PRIMARY KEY,
    tip_id uuid NOT NULL REFERENCES gear (id),
    kind text NOT NULL CHECK (kind IN ('cleaned')),
    happened_at timestamptz NOT NULL,
    made_from jsonb NOT NULL,
    version integer NOT NULL DEFAULT 1,
    made_at timestamptz NOT NULL DEFAULT now(),
    made_by uuid,
    changed_at timestamptz NOT NULL DEFAULT now(),
    changed_by uuid,
    deleted_at timestamptz
);
CREATE INDEX tip_events_of_tip ON tip_events (tip_id, happened_at DESC) WHERE deleted_at IS NULL;
CREATE INDEX burns_of_tip ON burns (tip_id, happened_at) WHERE deleted_at IS NULL;
CREATE INDEX diagnoses_of_burn ON diagnoses (burn_id, happened_at DESC) WHERE deleted_at IS NULL;
-- Since when cuts are counted on from the number that a person told of a tip.
ALTER TABLE gear ADD COLUMN counted_from timestamptz NOT NULL DEFAULT now();
