ALTER TABLE "sitting" ADD COLUMN "seed" integer DEFAULT 0 NOT NULL;
