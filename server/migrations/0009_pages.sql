-- Lists are read page by page, newest first, by (time, id).
CREATE INDEX jobs_page ON jobs (made_at DESC, id DESC) WHERE deleted_at IS NULL;
CREATE INDEX people_page ON people (made_at DESC, id DESC) WHERE deleted_at IS NULL;
CREATE INDEX gear_page ON gear (made_at DESC, id DESC) WHERE deleted_at IS NULL;
DROP INDEX burns_newest;
CREATE INDEX burns_page ON burns (happened_at DESC, id DESC) WHERE deleted_at IS NULL;
DROP INDEX diagnoses_newest;
CREATE INDEX diagnoses_page ON diagnoses (happened_at DESC, id DESC) WHERE deleted_at IS NULL;
-- What a card's figures come to (SHA-256): whether it still says what the plan says is told without reading it. Null for cards
-- of before: those are read.
ALTER TABLE plans ADD COLUMN figures bytea;
