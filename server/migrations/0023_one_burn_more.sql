-- How many burns were added since all of them were learned from anew.
ALTER TABLE learned ADD COLUMN since integer NOT NULL DEFAULT 0;
-- A log filtered by both finds few among a million.
CREATE INDEX burns_of_fuel_and_outcome ON burns (fuel, outcome, happened_at DESC, id DESC) WHERE deleted_at IS NULL;
-- The newest cards of the shop, whatever their job: Today shows six of thousands.
CREATE INDEX plans_newest ON plans (made_at DESC, id DESC);
