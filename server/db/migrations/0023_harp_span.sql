-- what a pedal takes is the harp's, not the harpist's
UPDATE "students" SET "player" = "player" #- '{harp,move}' WHERE "player" #> '{harp,move}' IS NOT NULL;
