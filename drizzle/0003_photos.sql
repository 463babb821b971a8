CREATE TABLE `photos` (
	`hash` text PRIMARY KEY NOT NULL,
	`bytes` blob NOT NULL,
	`added_at` text NOT NULL
);
