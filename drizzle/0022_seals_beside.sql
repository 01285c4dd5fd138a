CREATE TABLE `seal_links` (
	`seq` integer PRIMARY KEY NOT NULL,
	`at` integer NOT NULL,
	`digest` text NOT NULL,
	`entry` integer NOT NULL,
	`book` text NOT NULL,
	`hash` text NOT NULL,
	`shown` integer DEFAULT 0 NOT NULL
);
--> statement-breakpoint
CREATE TABLE `seal_sums` (
	`scope` text PRIMARY KEY NOT NULL,
	`sum` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `seals` (
	`scope` text NOT NULL,
	`key` text NOT NULL,
	`hash` text NOT NULL,
	PRIMARY KEY(`scope`, `key`)
);
--> statement-breakpoint
CREATE TABLE `unsealed` (
	`scope` text NOT NULL,
	`key` text NOT NULL,
	PRIMARY KEY(`scope`, `key`)
);

--> statement-breakpoint
CREATE TRIGGER `seal_settings_insert` AFTER INSERT ON `settings`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'settings', json_array(NEW."key") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'settings' AND key = json_array(NEW."key"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_settings_update` AFTER UPDATE OF "key", "value", "version" ON `settings`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'settings', json_array(OLD."key") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'settings' AND key = json_array(OLD."key"));
  INSERT INTO unsealed (scope, key) SELECT 'settings', json_array(NEW."key") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'settings' AND key = json_array(NEW."key"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_settings_delete` AFTER DELETE ON `settings`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'settings', json_array(OLD."key") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'settings' AND key = json_array(OLD."key"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_procedures_insert` AFTER INSERT ON `procedures`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'procedures', json_array(NEW."key") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'procedures' AND key = json_array(NEW."key"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_procedures_update` AFTER UPDATE OF "key", "value" ON `procedures`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'procedures', json_array(OLD."key") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'procedures' AND key = json_array(OLD."key"));
  INSERT INTO unsealed (scope, key) SELECT 'procedures', json_array(NEW."key") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'procedures' AND key = json_array(NEW."key"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_procedures_delete` AFTER DELETE ON `procedures`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'procedures', json_array(OLD."key") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'procedures' AND key = json_array(OLD."key"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_recipes_insert` AFTER INSERT ON `recipes`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'recipes', json_array(NEW."key", NEW."version") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'recipes' AND key = json_array(NEW."key", NEW."version"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_recipes_update` AFTER UPDATE OF "key", "version", "value", "gone" ON `recipes`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'recipes', json_array(OLD."key", OLD."version") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'recipes' AND key = json_array(OLD."key", OLD."version"));
  INSERT INTO unsealed (scope, key) SELECT 'recipes', json_array(NEW."key", NEW."version") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'recipes' AND key = json_array(NEW."key", NEW."version"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_recipes_delete` AFTER DELETE ON `recipes`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'recipes', json_array(OLD."key", OLD."version") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'recipes' AND key = json_array(OLD."key", OLD."version"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_wishes_insert` AFTER INSERT ON `wishes`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'wishes', json_array(NEW."id") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'wishes' AND key = json_array(NEW."id"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_wishes_update` AFTER UPDATE OF "id", "value" ON `wishes`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'wishes', json_array(OLD."id") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'wishes' AND key = json_array(OLD."id"));
  INSERT INTO unsealed (scope, key) SELECT 'wishes', json_array(NEW."id") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'wishes' AND key = json_array(NEW."id"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_wishes_delete` AFTER DELETE ON `wishes`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'wishes', json_array(OLD."id") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'wishes' AND key = json_array(OLD."id"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_cut_plans_insert` AFTER INSERT ON `cut_plans`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'cut_plans', json_array(NEW."id") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'cut_plans' AND key = json_array(NEW."id"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_cut_plans_update` AFTER UPDATE OF "id", "at", "value" ON `cut_plans`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'cut_plans', json_array(OLD."id") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'cut_plans' AND key = json_array(OLD."id"));
  INSERT INTO unsealed (scope, key) SELECT 'cut_plans', json_array(NEW."id") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'cut_plans' AND key = json_array(NEW."id"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_cut_plans_delete` AFTER DELETE ON `cut_plans`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'cut_plans', json_array(OLD."id") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'cut_plans' AND key = json_array(OLD."id"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_cut_plan_animals_insert` AFTER INSERT ON `cut_plan_animals`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'cut_plan_animals', json_array(NEW."animal", NEW."plan") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'cut_plan_animals' AND key = json_array(NEW."animal", NEW."plan"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_cut_plan_animals_update` AFTER UPDATE OF "animal", "plan", "at" ON `cut_plan_animals`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'cut_plan_animals', json_array(OLD."animal", OLD."plan") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'cut_plan_animals' AND key = json_array(OLD."animal", OLD."plan"));
  INSERT INTO unsealed (scope, key) SELECT 'cut_plan_animals', json_array(NEW."animal", NEW."plan") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'cut_plan_animals' AND key = json_array(NEW."animal", NEW."plan"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_cut_plan_animals_delete` AFTER DELETE ON `cut_plan_animals`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'cut_plan_animals', json_array(OLD."animal", OLD."plan") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'cut_plan_animals' AND key = json_array(OLD."animal", OLD."plan"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_slicings_insert` AFTER INSERT ON `slicings`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'slicings', json_array(NEW."id") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'slicings' AND key = json_array(NEW."id"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_slicings_update` AFTER UPDATE OF "id", "animal", "at", "value" ON `slicings`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'slicings', json_array(OLD."id") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'slicings' AND key = json_array(OLD."id"));
  INSERT INTO unsealed (scope, key) SELECT 'slicings', json_array(NEW."id") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'slicings' AND key = json_array(NEW."id"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_slicings_delete` AFTER DELETE ON `slicings`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'slicings', json_array(OLD."id") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'slicings' AND key = json_array(OLD."id"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_rule_cards_insert` AFTER INSERT ON `rule_cards`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'rule_cards', json_array(NEW."key") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'rule_cards' AND key = json_array(NEW."key"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_rule_cards_update` AFTER UPDATE OF "key", "value" ON `rule_cards`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'rule_cards', json_array(OLD."key") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'rule_cards' AND key = json_array(OLD."key"));
  INSERT INTO unsealed (scope, key) SELECT 'rule_cards', json_array(NEW."key") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'rule_cards' AND key = json_array(NEW."key"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_rule_cards_delete` AFTER DELETE ON `rule_cards`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'rule_cards', json_array(OLD."key") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'rule_cards' AND key = json_array(OLD."key"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_cooling_plans_insert` AFTER INSERT ON `cooling_plans`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'cooling_plans', json_array(NEW."animal") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'cooling_plans' AND key = json_array(NEW."animal"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_cooling_plans_update` AFTER UPDATE OF "animal", "value" ON `cooling_plans`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'cooling_plans', json_array(OLD."animal") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'cooling_plans' AND key = json_array(OLD."animal"));
  INSERT INTO unsealed (scope, key) SELECT 'cooling_plans', json_array(NEW."animal") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'cooling_plans' AND key = json_array(NEW."animal"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_cooling_plans_delete` AFTER DELETE ON `cooling_plans`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'cooling_plans', json_array(OLD."animal") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'cooling_plans' AND key = json_array(OLD."animal"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_readings_insert` AFTER INSERT ON `readings`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'readings', json_array(NEW."place", NEW."at" / 3600000) WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'readings' AND key = json_array(NEW."place", NEW."at" / 3600000));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_readings_update` AFTER UPDATE OF "place", "at", "probe", "air", "core", "rh" ON `readings`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'readings', json_array(OLD."place", OLD."at" / 3600000) WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'readings' AND key = json_array(OLD."place", OLD."at" / 3600000));
  INSERT INTO unsealed (scope, key) SELECT 'readings', json_array(NEW."place", NEW."at" / 3600000) WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'readings' AND key = json_array(NEW."place", NEW."at" / 3600000));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_readings_delete` AFTER DELETE ON `readings`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'readings', json_array(OLD."place", OLD."at" / 3600000) WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'readings' AND key = json_array(OLD."place", OLD."at" / 3600000));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_logger_files_insert` AFTER INSERT ON `logger_files`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'logger_files', json_array(NEW."sha256", NEW."place") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'logger_files' AND key = json_array(NEW."sha256", NEW."place"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_logger_files_update` AFTER UPDATE OF "sha256", "place", "name", "at", "size", "readings", "body" ON `logger_files`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'logger_files', json_array(OLD."sha256", OLD."place") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'logger_files' AND key = json_array(OLD."sha256", OLD."place"));
  INSERT INTO unsealed (scope, key) SELECT 'logger_files', json_array(NEW."sha256", NEW."place") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'logger_files' AND key = json_array(NEW."sha256", NEW."place"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_logger_files_delete` AFTER DELETE ON `logger_files`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'logger_files', json_array(OLD."sha256", OLD."place") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'logger_files' AND key = json_array(OLD."sha256", OLD."place"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_forecasts_insert` AFTER INSERT ON `forecasts`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'forecasts', json_array(NEW."at") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'forecasts' AND key = json_array(NEW."at"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_forecasts_update` AFTER UPDATE OF "at", "air", "rh", "wind", "source" ON `forecasts`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'forecasts', json_array(OLD."at") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'forecasts' AND key = json_array(OLD."at"));
  INSERT INTO unsealed (scope, key) SELECT 'forecasts', json_array(NEW."at") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'forecasts' AND key = json_array(NEW."at"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_forecasts_delete` AFTER DELETE ON `forecasts`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'forecasts', json_array(OLD."at") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'forecasts' AND key = json_array(OLD."at"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_parties_insert` AFTER INSERT ON `parties`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'parties', json_array(NEW."id") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'parties' AND key = json_array(NEW."id"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_parties_update` AFTER UPDATE OF "id", "name" ON `parties`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'parties', json_array(OLD."id") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'parties' AND key = json_array(OLD."id"));
  INSERT INTO unsealed (scope, key) SELECT 'parties', json_array(NEW."id") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'parties' AND key = json_array(NEW."id"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_parties_delete` AFTER DELETE ON `parties`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'parties', json_array(OLD."id") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'parties' AND key = json_array(OLD."id"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_party_names_insert` AFTER INSERT ON `party_names`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'party_names', json_array(NEW."name") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'party_names' AND key = json_array(NEW."name"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_party_names_update` AFTER UPDATE OF "name", "party" ON `party_names`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'party_names', json_array(OLD."name") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'party_names' AND key = json_array(OLD."name"));
  INSERT INTO unsealed (scope, key) SELECT 'party_names', json_array(NEW."name") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'party_names' AND key = json_array(NEW."name"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_party_names_delete` AFTER DELETE ON `party_names`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'party_names', json_array(OLD."name") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'party_names' AND key = json_array(OLD."name"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_people_insert` AFTER INSERT ON `people`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'people', json_array(NEW."id") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'people' AND key = json_array(NEW."id"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_people_update` AFTER UPDATE OF "id", "name", "key", "role", "password", "changed_at", "made" ON `people`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'people', json_array(OLD."id") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'people' AND key = json_array(OLD."id"));
  INSERT INTO unsealed (scope, key) SELECT 'people', json_array(NEW."id") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'people' AND key = json_array(NEW."id"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_people_delete` AFTER DELETE ON `people`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'people', json_array(OLD."id") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'people' AND key = json_array(OLD."id"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_visits_insert` AFTER INSERT ON `visits`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'visits', json_array(NEW."id") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'visits' AND key = json_array(NEW."id"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_visits_update` AFTER UPDATE OF "id", "person", "made_at" ON `visits`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'visits', json_array(OLD."id") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'visits' AND key = json_array(OLD."id"));
  INSERT INTO unsealed (scope, key) SELECT 'visits', json_array(NEW."id") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'visits' AND key = json_array(NEW."id"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_visits_delete` AFTER DELETE ON `visits`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'visits', json_array(OLD."id") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'visits' AND key = json_array(OLD."id"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_pins_insert` AFTER INSERT ON `pins`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'pins', json_array(NEW."device", NEW."person") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'pins' AND key = json_array(NEW."device", NEW."person"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_pins_update` AFTER UPDATE OF "device", "person", "pin" ON `pins`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'pins', json_array(OLD."device", OLD."person") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'pins' AND key = json_array(OLD."device", OLD."person"));
  INSERT INTO unsealed (scope, key) SELECT 'pins', json_array(NEW."device", NEW."person") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'pins' AND key = json_array(NEW."device", NEW."person"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_pins_delete` AFTER DELETE ON `pins`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'pins', json_array(OLD."device", OLD."person") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'pins' AND key = json_array(OLD."device", OLD."person"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_versions_insert` AFTER INSERT ON `versions`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'versions', json_array(NEW."scope") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'versions' AND key = json_array(NEW."scope"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_versions_update` AFTER UPDATE OF "scope", "number" ON `versions`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'versions', json_array(OLD."scope") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'versions' AND key = json_array(OLD."scope"));
  INSERT INTO unsealed (scope, key) SELECT 'versions', json_array(NEW."scope") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'versions' AND key = json_array(NEW."scope"));
END;
--> statement-breakpoint
CREATE TRIGGER `seal_versions_delete` AFTER DELETE ON `versions`
BEGIN
  INSERT INTO unsealed (scope, key) SELECT 'versions', json_array(OLD."scope") WHERE NOT EXISTS (SELECT 1 FROM unsealed WHERE scope = 'versions' AND key = json_array(OLD."scope"));
END;