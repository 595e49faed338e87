-- A run of a job at the torch: one rig, one hand, one place, one day. What happened in it are its events.
CREATE TABLE job_runs (
    id uuid PRIMARY KEY,
    job_id uuid NOT NULL REFERENCES jobs (id),
    fuel text NOT NULL CHECK (fuel IN ('acetylene', 'propane', 'propylene', 'natural_gas')),
    place jsonb NOT NULL,
    assembled boolean NOT NULL,
    person_id uuid REFERENCES people (id),
    begun_at timestamptz NOT NULL DEFAULT now(),
    made_from jsonb NOT NULL
);
CREATE INDEX job_runs_of_job ON job_runs (job_id, begun_at DESC, id DESC);

-- Events of before stand without a run; arrival is the shop's own order, by which a tablet asks for what is new.
ALTER TABLE run_events ADD COLUMN run_id uuid REFERENCES job_runs (id);
ALTER TABLE run_events ADD COLUMN arrival bigint GENERATED ALWAYS AS IDENTITY;
ALTER TABLE run_events DROP CONSTRAINT run_events_kind_check;
ALTER TABLE run_events ADD CONSTRAINT run_events_kind_check
    CHECK (kind IN ('step', 'skip', 'timer', 'cut', 'reading', 'note', 'undo', 'end', 'rig', 'place'));
CREATE INDEX run_events_of_run ON run_events (run_id, arrival);
