ALTER TABLE `jobs` ADD `turn` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `jobs` ADD `tags` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `jobs` ADD `indexed` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `jobs` ADD `mark` text DEFAULT '' NOT NULL;--> statement-breakpoint
UPDATE `jobs` SET `turn` = ranked.r FROM (SELECT id AS i, row_number() OVER (ORDER BY updated_at, id) AS r FROM jobs) AS ranked WHERE ranked.i = jobs.id;--> statement-breakpoint
UPDATE `jobs` SET `tags` = CASE archived WHEN 1 THEN 'away' ELSE 'kept' END || CASE sealed WHEN 1 THEN ' sealed' ELSE ' unsealed' END;--> statement-breakpoint
DROP INDEX `jobs_by_update`;--> statement-breakpoint
CREATE UNIQUE INDEX `jobs_by_turn` ON `jobs` (`turn`);--> statement-breakpoint
CREATE INDEX `jobs_by_place` ON `jobs` (`archived`,`turn`);--> statement-breakpoint
CREATE INDEX `jobs_by_index` ON `jobs` (`indexed`);--> statement-breakpoint
CREATE VIRTUAL TABLE `jobs_text` USING fts5(words, tags, content='jobs', content_rowid='turn', tokenize='unicode61 remove_diacritics 2', prefix='2 3');--> statement-breakpoint
INSERT INTO `jobs_text` (`jobs_text`) VALUES ('rebuild');--> statement-breakpoint
CREATE TRIGGER `jobs_text_added` AFTER INSERT ON `jobs` BEGIN
	INSERT INTO jobs_text (rowid, words, tags) VALUES (new.turn, new.words, new.tags);
END;--> statement-breakpoint
CREATE TRIGGER `jobs_text_gone` AFTER DELETE ON `jobs` BEGIN
	INSERT INTO jobs_text (jobs_text, rowid, words, tags) VALUES ('delete', old.turn, old.words, old.tags);
END;--> statement-breakpoint
CREATE TRIGGER `jobs_text_changed` AFTER UPDATE OF `turn`, `words`, `tags` ON `jobs` BEGIN
	INSERT INTO jobs_text (jobs_text, rowid, words, tags) VALUES ('delete', old.turn, old.words, old.tags);
	INSERT INTO jobs_text (rowid, words, tags) VALUES (new.turn, new.words, new.tags);
END;
