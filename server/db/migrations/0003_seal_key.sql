CREATE TABLE "seal_key" (
	"id" smallint PRIMARY KEY DEFAULT 1 NOT NULL,
	"public_key" text NOT NULL,
	"private_key" text NOT NULL,
	CONSTRAINT "seal_key_only_one" CHECK ("seal_key"."id" = 1)
);
