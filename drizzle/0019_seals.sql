CREATE INDEX `items_sealed` ON `items` (json_extract(record, '$.sealer'),json_extract(record, '$.seal.leaks')) WHERE json_extract(record, '$.seal') is not null;
