CREATE TABLE `jobs` (
	`id` text PRIMARY KEY NOT NULL,
	`seq` integer NOT NULL,
	`snapshot` text NOT NULL,
	`chain` text NOT NULL,
	`number` text NOT NULL,
	`site` text NOT NULL,
	`zone` text NOT NULL,
	`words` text NOT NULL,
	`archived` integer NOT NULL,
	`sealed` integer NOT NULL,
	`summary` text NOT NULL,
	`updated_at` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `jobs_by_update` ON `jobs` (`archived`,`updated_at`);--> statement-breakpoint
CREATE TABLE `operations` (
	`job` text NOT NULL,
	`seq` integer NOT NULL,
	`id` text NOT NULL,
	`client` text NOT NULL,
	`body` text NOT NULL,
	`conflicts` text NOT NULL,
	`hash` text NOT NULL,
	PRIMARY KEY(`job`, `seq`),
	FOREIGN KEY (`job`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE UNIQUE INDEX `operations_by_id` ON `operations` (`job`,`id`);