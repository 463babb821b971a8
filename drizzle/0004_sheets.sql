CREATE TABLE `sheets` (
	`family` text NOT NULL,
	`id` text NOT NULL,
	`version` integer NOT NULL,
	`name` text NOT NULL,
	`body` text NOT NULL,
	`by` text NOT NULL,
	`added_at` text NOT NULL,
	`away` integer DEFAULT false NOT NULL,
	PRIMARY KEY(`family`, `id`, `version`)
);
