import { type Migration, addCheck, addColumns, createTable, id, noNull, sqlMigration } from './sql';

/**
 * The schema, step by step and frozen: a landed migration is never edited, a later one changes what it made.
 * Shapes are written out here rather than taken from the models, so that old steps keep meaning what they meant.
 */
const stamps = 'createdAt DATETIME(3) NOT NULL, updatedAt DATETIME(3) NOT NULL';
const version = 'version INT NOT NULL DEFAULT 0';
/** SHA-256 of what only its holder knows, in hexadecimal. */
const digest = 'CHAR(64) CHARACTER SET ascii COLLATE ascii_bin';

export const migrations: readonly Migration[] = [
  // The plant and its people. One plant per database: `singleton` is unique and always 1.
  createTable(
    '2026-11-24-01-plant',
    'plant',
    `
    id ${id} PRIMARY KEY, singleton TINYINT NOT NULL DEFAULT 1 UNIQUE CHECK (singleton = 1), name VARCHAR(120) NOT NULL,
    timeZone VARCHAR(64) NOT NULL, dayStartsAtMinutes SMALLINT NOT NULL DEFAULT 360, weekStartsOn TINYINT NOT NULL DEFAULT 1,
    ambientBands JSON NOT NULL, greaseSchool ENUM('fixed','by-interval') NOT NULL DEFAULT 'fixed',
    temperatureRule ENUM('steps','halving') NOT NULL DEFAULT 'steps', displayUnits JSON NOT NULL, ${stamps}`,
  ),
  createTable(
    '2026-11-24-02-person',
    'person',
    `id ${id} PRIMARY KEY, initials VARCHAR(8) NOT NULL UNIQUE, name VARCHAR(120) NOT NULL, role VARCHAR(40) NOT NULL, active BOOLEAN NOT NULL DEFAULT TRUE, ${stamps}`,
  ),

  // The register: what there is to lubricate.
  createTable(
    '2026-11-24-03-area',
    'area',
    `id ${id} PRIMARY KEY, code VARCHAR(20) NOT NULL UNIQUE, name VARCHAR(120) NOT NULL, position INT NOT NULL, outline JSON NULL, ${stamps}`,
  ),
  createTable(
    '2026-11-24-04-machine-model',
    'machine_model',
    `id ${id} PRIMARY KEY, name VARCHAR(120) NOT NULL UNIQUE, description TEXT NOT NULL, template JSON NOT NULL, ${stamps}`,
  ),
  createTable(
    '2026-11-24-05-machine',
    'machine',
    `
    id ${id} PRIMARY KEY, areaId ${id} NOT NULL REFERENCES area(id), modelId ${id} NULL REFERENCES machine_model(id),
    code VARCHAR(20) NOT NULL UNIQUE, name VARCHAR(120) NOT NULL, description TEXT NOT NULL, dutyHoursPerDay DOUBLE NULL, fittingCount INT NULL,
    outline JSON NULL, energySources JSON NOT NULL, retiredOn DATE NULL, ${version}, ${stamps}`,
  ),
  createTable(
    '2026-11-24-06-machine-code',
    'machine_code',
    `code VARCHAR(20) PRIMARY KEY, machineId ${id} NOT NULL REFERENCES machine(id), ${stamps}`,
  ),
  createTable(
    '2026-11-24-07-meter',
    'meter',
    `
    id ${id} PRIMARY KEY, machineId ${id} NOT NULL REFERENCES machine(id), name VARCHAR(80) NOT NULL, unit ENUM('hours','cycles','tonnes','starts') NOT NULL,
    rolloverAt DOUBLE NULL, resolution DOUBLE NOT NULL DEFAULT 0.1, maxPerDay DOUBLE NOT NULL DEFAULT 24, ${version}, ${stamps}, UNIQUE (machineId, name)`,
  ),
  createTable(
    '2026-11-24-08-lubricant',
    'lubricant',
    `
    id ${id} PRIMARY KEY, code VARCHAR(20) NOT NULL UNIQUE, name VARCHAR(160) NOT NULL, kind VARCHAR(40) NOT NULL, isoVg INT NULL, kv40 DOUBLE NULL, kv100 DOUBLE NULL,
    nlgi VARCHAR(4) NULL, thickener VARCHAR(40) NULL, baseOil VARCHAR(40) NULL, densityGCm3 DOUBLE NOT NULL DEFAULT 0.9, lowerC DOUBLE NULL, upperC DOUBLE NULL, ${stamps}`,
  ),
  createTable(
    '2026-11-24-09-reservoir',
    'reservoir',
    `
    id ${id} PRIMARY KEY, machineId ${id} NOT NULL REFERENCES machine(id), name VARCHAR(80) NOT NULL, capacityL DOUBLE NULL, residualL DOUBLE NULL,
    fillMark VARCHAR(160) NOT NULL DEFAULT '', fillMarkState VARCHAR(24) NULL, checkMark VARCHAR(160) NOT NULL DEFAULT '', checkMarkState VARCHAR(24) NULL,
    posture VARCHAR(120) NOT NULL DEFAULT '', settleMinutes INT NULL, ${version}, ${stamps}, UNIQUE (machineId, name)`,
  ),
  createTable(
    '2026-11-24-10-lube-point',
    'lube_point',
    `
    id ${id} PRIMARY KEY, machineId ${id} NOT NULL REFERENCES machine(id), reservoirId ${id} NULL REFERENCES reservoir(id), number INT NOT NULL, walkPosition INT NOT NULL,
    kind VARCHAR(40) NOT NULL, name VARCHAR(120) NOT NULL, location VARCHAR(200) NOT NULL, details JSON NOT NULL, consequence TINYINT NOT NULL DEFAULT 2, criticalPeriods JSON NOT NULL,
    machineState VARCHAR(24) NOT NULL DEFAULT 'any', accessNote TEXT NOT NULL, cautions TEXT NOT NULL, doNots TEXT NOT NULL, enoughSign VARCHAR(200) NOT NULL DEFAULT '',
    forbidsAirGun BOOLEAN NOT NULL DEFAULT FALSE, plug JSON NULL, retiredOn DATE NULL, ${version}, ${stamps}, UNIQUE (machineId, number)`,
  ),

  // What goes in, by whose word, and when.
  createTable(
    '2026-11-24-11-gun',
    'gun',
    `id ${id} PRIMARY KEY, code VARCHAR(20) NOT NULL UNIQUE, name VARCHAR(120) NOT NULL, lubricantId ${id} NOT NULL REFERENCES lubricant(id), gramsPerStroke DOUBLE NOT NULL, airPowered BOOLEAN NOT NULL DEFAULT FALSE, ${stamps}`,
  ),
  createTable(
    '2026-11-24-12-gun-calibration',
    'gun_calibration',
    `id ${id} PRIMARY KEY, gunId ${id} NOT NULL REFERENCES gun(id), personId ${id} NOT NULL REFERENCES person(id), doneOn DATE NOT NULL, strokes INT NOT NULL, massG DOUBLE NOT NULL, ${stamps}`,
  ),
  createTable(
    '2026-11-24-13-assignment',
    'assignment',
    `
    id ${id} PRIMARY KEY, pointId ${id} NULL REFERENCES lube_point(id), reservoirId ${id} NULL REFERENCES reservoir(id), lubricantId ${id} NOT NULL REFERENCES lubricant(id),
    ambientBand VARCHAR(40) NULL, source VARCHAR(24) NOT NULL, sourceText VARCHAR(200) NOT NULL, sourceOn DATE NOT NULL, climate VARCHAR(80) NOT NULL DEFAULT '', mounting VARCHAR(80) NOT NULL DEFAULT '',
    personId ${id} NOT NULL REFERENCES person(id), ${stamps}, CHECK ((pointId IS NULL) <> (reservoirId IS NULL)), KEY (pointId), KEY (reservoirId)`,
  ),
  createTable(
    '2026-11-24-14-task',
    'task',
    `
    id ${id} PRIMARY KEY, pointId ${id} NOT NULL REFERENCES lube_point(id), action VARCHAR(24) NOT NULL, title VARCHAR(120) NOT NULL, amountKind VARCHAR(16) NOT NULL, amount DOUBLE NULL,
    amountComputed JSON NULL, intervalComputed JSON NULL, machineState VARCHAR(24) NOT NULL, procedureText TEXT NOT NULL, procedureVersion INT NOT NULL DEFAULT 1,
    who ENUM('operator','technician','mechanic','authorised-service') NOT NULL DEFAULT 'technician', people TINYINT NOT NULL DEFAULT 1, minutes DOUBLE NOT NULL DEFAULT 5, waitMinutes DOUBLE NOT NULL DEFAULT 0,
    meterId ${id} NULL REFERENCES meter(id), triggers JSON NOT NULL, includesTaskIds JSON NOT NULL, rhythm ENUM('actual','fixed') NOT NULL DEFAULT 'actual', toleranceShare DOUBLE NOT NULL DEFAULT 0.1,
    retiredOn DATE NULL, ${version}, ${stamps}, KEY (pointId)`,
  ),
  createTable(
    '2026-11-24-15-interval-stage',
    'interval_stage',
    `
    id ${id} PRIMARY KEY, assignmentId ${id} NOT NULL REFERENCES assignment(id), taskId ${id} NOT NULL REFERENCES task(id), position INT NOT NULL, name VARCHAR(80) NOT NULL,
    count INT NULL, hours DOUBLE NULL, cycles DOUBLE NULL, days DOUBLE NULL, standstillDays DOUBLE NULL, ${stamps}, UNIQUE (assignmentId, taskId, position), KEY (taskId)`,
  ),

  // Walking.
  createTable(
    '2026-11-24-16-route',
    'route',
    `id ${id} PRIMARY KEY, code VARCHAR(20) NOT NULL UNIQUE, name VARCHAR(120) NOT NULL, note TEXT NOT NULL, retiredOn DATE NULL, ${version}, ${stamps}`,
  ),
  createTable(
    '2026-11-24-17-stop',
    'stop',
    `id ${id} PRIMARY KEY, routeId ${id} NOT NULL REFERENCES route(id), taskId ${id} NOT NULL REFERENCES task(id), position INT NOT NULL, ${stamps}, UNIQUE (routeId, taskId), KEY (taskId)`,
  ),
  createTable(
    '2026-11-24-18-round',
    'round',
    `id ${id} PRIMARY KEY, routeId ${id} NOT NULL REFERENCES route(id), personId ${id} NOT NULL REFERENCES person(id), startedAt DATETIME(3) NOT NULL, stops JSON NOT NULL, ${stamps}, KEY (routeId)`,
  ),

  // The log. `seq` is given by the server and is the only order; each hash seals the one before it.
  // `body` and `taskIds` are plain text, not JSON columns: the seal is over exactly what was written.
  createTable(
    '2026-11-24-19-entry',
    'entry',
    `
    id ${id} PRIMARY KEY, seq BIGINT NOT NULL UNIQUE,
    kind ENUM('commissioning','grease','oil-change','top-up','drain','flush','check','reading','meter-change','sample','finding','follow-up','skip','postpone','open','close','waiver','isolation','hand-over','override','note','correction') NOT NULL,
    kindVersion INT NOT NULL, body LONGTEXT NOT NULL, happenedAt VARCHAR(40) CHARACTER SET ascii NOT NULL, happenedAtUtc DATETIME(3) NOT NULL, offsetMinutes SMALLINT NOT NULL,
    receivedAt DATETIME(3) NOT NULL, personId ${id} NOT NULL REFERENCES person(id), deviceId VARCHAR(64) NOT NULL, machineId ${id} NULL REFERENCES machine(id), pointId ${id} NULL REFERENCES lube_point(id),
    taskIds LONGTEXT NOT NULL, roundId ${id} NULL REFERENCES round(id), replacesId ${id} NULL UNIQUE REFERENCES entry(id),
    previousHash CHAR(64) CHARACTER SET ascii NOT NULL, hash CHAR(64) CHARACTER SET ascii NOT NULL,
    KEY (machineId, seq), KEY (pointId, seq), KEY (roundId), KEY (kind, seq), KEY (happenedAtUtc)`,
  ),
  sqlMigration(
    '2026-11-24-20-entry-no-update',
    `CREATE TRIGGER IF NOT EXISTS entry_no_update BEFORE UPDATE ON entry FOR EACH ROW SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'The log is never altered: write a correction.'`,
    'DROP TRIGGER IF EXISTS entry_no_update',
  ),
  sqlMigration(
    '2026-11-24-21-entry-no-delete',
    `CREATE TRIGGER IF NOT EXISTS entry_no_delete BEFORE DELETE ON entry FOR EACH ROW SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'The log is never deleted from: write a correction.'`,
    'DROP TRIGGER IF EXISTS entry_no_delete',
  ),
  // Which task an entry answers, for asking the other way round. The foreign key also keeps TRUNCATE off the log.
  createTable(
    '2026-11-24-22-entry-task',
    'entry_task',
    `entryId ${id} NOT NULL REFERENCES entry(id), taskId ${id} NOT NULL REFERENCES task(id), PRIMARY KEY (entryId, taskId), KEY (taskId)`,
  ),
  createTable(
    '2026-11-24-23-log-head',
    'log_head',
    `id TINYINT PRIMARY KEY CHECK (id = 1), seq BIGINT NOT NULL, hash CHAR(64) CHARACTER SET ascii NOT NULL`,
  ),
  sqlMigration(
    '2026-11-24-24-log-head-row',
    `INSERT IGNORE INTO log_head (id, seq, hash) VALUES (1, 0, REPEAT('0', 64))`,
    'DELETE FROM log_head',
  ),

  // The store room: what a lubricant is made of, what it replaces, what stands on the shelf.
  addColumns('2026-11-25-01-lubricant-properties', 'lubricant', {
    designation: "VARCHAR(60) NOT NULL DEFAULT ''",
    description: "TEXT NOT NULL DEFAULT ''",
    additives: "JSON NOT NULL DEFAULT '[]'",
    pourPointC: 'DOUBLE NULL',
    hazards: "JSON NOT NULL DEFAULT '[]'",
    retiredOn: 'DATE NULL',
    version: 'INT NOT NULL DEFAULT 0',
  }),
  createTable(
    '2026-11-25-02-replacement',
    'replacement',
    `
    id ${id} PRIMARY KEY, formerName VARCHAR(160) NOT NULL, lubricantId ${id} NOT NULL REFERENCES lubricant(id), source VARCHAR(24) NOT NULL, sourceText VARCHAR(200) NOT NULL, sourceOn DATE NOT NULL, note TEXT NOT NULL,
    personId ${id} NOT NULL REFERENCES person(id), ${stamps}, KEY (lubricantId)`,
  ),
  createTable(
    '2026-11-25-03-stock-item',
    'stock_item',
    `
    id ${id} PRIMARY KEY, lubricantId ${id} NOT NULL REFERENCES lubricant(id), batch VARCHAR(60) NOT NULL, container VARCHAR(120) NOT NULL, place VARCHAR(120) NOT NULL DEFAULT '', amount DOUBLE NOT NULL, receivedOn DATE NOT NULL,
    openedOn DATE NULL, bestBeforeOn DATE NULL, emptiedOn DATE NULL, ${version}, ${stamps}, KEY (lubricantId)`,
  ),

  // Choosing: what was judged, what a person overruled; what a point's oil touches; which season it is.
  addColumns('2026-11-25-04-assignment-overrule', 'assignment', {
    judged: 'JSON NULL',
    overruledBecause: "TEXT NOT NULL DEFAULT ''",
  }),
  addColumns('2026-11-25-05-point-materials', 'lube_point', { materials: "JSON NOT NULL DEFAULT '[]'" }),
  addColumns('2026-11-25-06-plant-ambient-band', 'plant', { ambientBandNow: 'VARCHAR(40) NULL' }),

  // Amounts: fill by mounting position, by marks, and the unit that comes empty.
  addColumns('2026-11-25-07-reservoir-fill', 'reservoir', {
    mounting: "VARCHAR(80) NOT NULL DEFAULT ''",
    fillTable: "JSON NOT NULL DEFAULT '[]'",
    levelMarks: "JSON NOT NULL DEFAULT '[]'",
    confirmed: 'JSON NULL',
    comesEmpty: 'BOOLEAN NOT NULL DEFAULT FALSE',
  }),

  // Many points at once, with what they were before, so that it can be undone.
  createTable(
    '2026-11-25-08-change-set',
    'change_set',
    `id ${id} PRIMARY KEY, personId ${id} NOT NULL REFERENCES person(id), madeAt DATETIME(3) NOT NULL, title VARCHAR(200) NOT NULL, changes JSON NOT NULL, undoneAt DATETIME(3) NULL, ${stamps}`,
  ),

  // How cold and how warm it gets in an area; halls differ from the yard.
  addColumns('2026-11-25-09-area-ambient', 'area', { coldestC: 'DOUBLE NULL', warmestC: 'DOUBLE NULL' }),

  // When: planned running, what else makes a task due, and since when a band holds.
  addColumns('2026-11-26-01-machine-duty', 'machine', {
    dutyPlan: 'JSON NULL',
    keepsRunning: 'BOOLEAN NOT NULL DEFAULT FALSE',
  }),
  addColumns('2026-11-26-02-plant-closures', 'plant', {
    closures: "JSON NOT NULL DEFAULT '[]'",
    ambientBandSince: 'DATETIME(3) NULL',
  }),
  addColumns('2026-11-26-03-task-rhythm', 'task', {
    cyclic: 'BOOLEAN NOT NULL DEFAULT FALSE',
    severity: "JSON NOT NULL DEFAULT '[]'",
  }),

  // Where every meter and task stands, derived from plan and log. Thrown away and rebuilt at will; holds nothing that depends on now.
  createTable(
    '2026-11-26-04-meter-state',
    'meter_state',
    `
    meterId ${id} PRIMARY KEY REFERENCES meter(id), machineId ${id} NOT NULL, readMs BIGINT NULL, shown DOUBLE NULL, accumulated DOUBLE NULL, perDayLow DOUBLE NOT NULL, perDayMid DOUBLE NOT NULL, perDayHigh DOUBLE NOT NULL,
    confidence VARCHAR(8) CHARACTER SET ascii NOT NULL, windowReadings INT NOT NULL, kept INT NOT NULL, rejected INT NOT NULL, lastRunMs BIGINT NULL, KEY (machineId)`,
  ),
  createTable(
    '2026-11-26-05-due-state',
    'due_state',
    `
    taskId ${id} PRIMARY KEY REFERENCES task(id), machineId ${id} NOT NULL, areaId ${id} NOT NULL, pointId ${id} NOT NULL, lubricantId ${id} NULL, machineState VARCHAR(24) CHARACTER SET ascii NOT NULL, who VARCHAR(20) CHARACTER SET ascii NOT NULL, hourMeterId ${id} NULL, governingMeterId ${id} NULL,
    state VARCHAR(12) CHARACTER SET ascii NOT NULL, stage VARCHAR(80) NOT NULL, runIn BOOLEAN NOT NULL, governedBy VARCHAR(12) CHARACTER SET ascii NULL, dueOn DATE NULL, fromOn DATE NULL, toOn DATE NULL, postponedFrom DATE NULL,
    lastMs BIGINT NULL, lastHours DOUBLE NULL, dueHours DOUBLE NULL, servicesDone INT NOT NULL, confidence VARCHAR(8) CHARACTER SET ascii NOT NULL, bandChange JSON NULL, cameEmpty BOOLEAN NOT NULL,
    KEY (dueOn, taskId, who), KEY (areaId, dueOn), KEY (lubricantId, dueOn), KEY (machineId), KEY (stage)`,
  ),
  // What one machine's log says of one kind, without wading through all its readings.
  sqlMigration(
    '2026-11-26-06-entry-machine-kind',
    'ALTER TABLE entry ADD KEY IF NOT EXISTS entry_machine_kind (machineId, kind, seq)',
    'ALTER TABLE entry DROP KEY IF EXISTS entry_machine_kind',
  ),

  // Sets of tasks that the plant makes for kinds of points; those of the first hours apply themselves when a unit is commissioned.
  createTable(
    '2026-11-26-07-task-template',
    'task_template',
    `id ${id} PRIMARY KEY, name VARCHAR(120) NOT NULL UNIQUE, pointKind VARCHAR(40) NOT NULL, firstHours BOOLEAN NOT NULL DEFAULT FALSE, tasks JSON NOT NULL, retiredOn DATE NULL, ${version}, ${stamps}`,
  ),
  addColumns('2026-11-26-08-change-set-kind', 'change_set', { kind: "VARCHAR(16) NOT NULL DEFAULT 'points'" }),

  // Whoever has left was there when what comes in late happened.
  addColumns('2026-11-27-01-person-left', 'person', { leftAt: 'DATETIME(3) NULL' }),

  // What no form lets through is not stored either: a number that is none, an interval without a limit.
  addCheck('2026-11-27-02-point-details', 'lube_point', 'details_known', noNull('details')),
  addCheck(
    '2026-11-27-03-reservoir-tables',
    'reservoir',
    'tables_known',
    `${noNull('fillTable')} AND ${noNull('levelMarks')}`,
  ),
  addCheck(
    '2026-11-27-04-stage-limits',
    'interval_stage',
    'limits_known',
    'COALESCE(hours, cycles, days, standstillDays) IS NOT NULL AND COALESCE(hours, 1) > 0 AND COALESCE(cycles, 1) > 0 AND COALESCE(days, 1) > 0 AND COALESCE(standstillDays, 1) > 0',
  ),
  addCheck('2026-11-27-05-task-amount', 'task', 'amount_known', 'amount IS NULL OR amount >= 0'),
  addCheck('2026-11-27-06-gun-stroke', 'gun', 'stroke_known', 'gramsPerStroke > 0'),
  addCheck('2026-11-27-07-meter-rules', 'meter', 'rules_known', 'resolution > 0 AND maxPerDay > 0'),
  addCheck('2026-11-27-08-entry-body', 'entry', 'body_json', 'JSON_VALID(body) AND JSON_VALID(taskIds)'),

  // What holds of entries that were corrected, beside the log that says so; and by which rules what is derived was derived.
  createTable(
    '2026-11-28-01-corrected-entry',
    'corrected_entry',
    `entryId ${id} PRIMARY KEY REFERENCES entry(id), correctionId ${id} NOT NULL UNIQUE, voided BOOLEAN NOT NULL, receivedAt DATETIME(3) NOT NULL, kindVersion INT NULL, body LONGTEXT NULL,
    happenedAt VARCHAR(40) CHARACTER SET ascii NULL, happenedAtUtc DATETIME(3) NULL, offsetMinutes SMALLINT NULL, taskIds LONGTEXT NULL, KEY (happenedAtUtc)`,
  ),
  createTable('2026-11-28-02-projection-version', 'projection_version', 'id TINYINT PRIMARY KEY, version INT NOT NULL'),

  // Which kinds there are is the code's to say, and checked there.
  sqlMigration(
    '2026-11-28-03-entry-kind-text',
    'ALTER TABLE entry MODIFY kind VARCHAR(32) CHARACTER SET ascii NOT NULL',
    `ALTER TABLE entry MODIFY kind ENUM('commissioning','grease','oil-change','top-up','drain','flush','check','reading','meter-change','sample','finding','follow-up','skip','postpone','open','close','waiver','isolation','hand-over','override','note','correction') NOT NULL`,
  ),

  // What a task asks for in the end, overrides included, so that needs and outlook are summed without working the plan out anew.
  addColumns('2026-11-29-01-due-state-plan', 'due_state', {
    stages: "JSON NOT NULL DEFAULT '[]'",
    stagesOf: `${id} NULL`,
    amount: 'DOUBLE NULL',
  }),

  // Where tasks stood before: one row for every span between the days on which something was entered for a task.
  createTable(
    '2026-11-29-02-due-history',
    'due_history',
    `taskId ${id} NOT NULL REFERENCES task(id), untilOn DATE NOT NULL, sinceOn DATE NULL, machineId ${id} NOT NULL, state VARCHAR(12) CHARACTER SET ascii NOT NULL, stage VARCHAR(80) NOT NULL, runIn BOOLEAN NOT NULL, governedBy VARCHAR(12) CHARACTER SET ascii NULL,
    dueOn DATE NULL, fromOn DATE NULL, toOn DATE NULL, postponedFrom DATE NULL, lastMs BIGINT NULL, lastHours DOUBLE NULL, dueHours DOUBLE NULL, servicesDone INT NOT NULL, confidence VARCHAR(8) CHARACTER SET ascii NOT NULL,
    PRIMARY KEY (taskId, untilOn), KEY (machineId), KEY (untilOn, sinceOn)`,
  ),
  addColumns('2026-11-29-03-due-state-since', 'due_state', { sinceOn: 'DATE NULL' }),
  sqlMigration(
    '2026-11-29-04-due-state-keys',
    'ALTER TABLE due_state ADD KEY IF NOT EXISTS due_state_state (state), ADD KEY IF NOT EXISTS due_state_point (pointId)',
    'ALTER TABLE due_state DROP KEY IF EXISTS due_state_state, DROP KEY IF EXISTS due_state_point',
  ),

  // What was written in words, for searching the log. The index knows every word: what is common in English may be what is sought.
  createTable(
    '2026-11-29-05-entry-words',
    'entry_words',
    `entryId ${id} PRIMARY KEY REFERENCES entry(id), words LONGTEXT NOT NULL`,
  ),
  sqlMigration(
    '2026-11-29-06-entry-words-index',
    'SET STATEMENT innodb_ft_enable_stopword = OFF FOR CREATE FULLTEXT INDEX IF NOT EXISTS entry_words_words ON entry_words (words)',
    'DROP INDEX IF EXISTS entry_words_words ON entry_words',
  ),

  // Counted up whenever what is planned for a machine may have changed, so that what was kept of its plan is known to be old.
  addColumns('2026-11-30-01-machine-plan-stamp', 'machine', { planStamp: 'INT UNSIGNED NOT NULL DEFAULT 0' }),

  // From and until when a task is wanted where it has no window: as columns, so that the index finds what is wanted on a day.
  addColumns('2026-11-30-02-due-state-wanted', 'due_state', {
    wantedOn: 'DATE AS (COALESCE(fromOn, dueOn)) PERSISTENT',
    lateOn: 'DATE AS (COALESCE(toOn, dueOn)) PERSISTENT',
  }),
  sqlMigration(
    '2026-11-30-03-due-state-wanted-keys',
    'ALTER TABLE due_state ADD KEY IF NOT EXISTS due_state_wanted (wantedOn, taskId, who), ADD KEY IF NOT EXISTS due_state_late (lateOn, taskId, who)',
    'ALTER TABLE due_state DROP KEY IF EXISTS due_state_wanted, DROP KEY IF EXISTS due_state_late',
  ),
  sqlMigration(
    '2026-11-30-04-lube-point-name',
    'ALTER TABLE lube_point ADD KEY IF NOT EXISTS lube_point_name (name)',
    'ALTER TABLE lube_point DROP KEY IF EXISTS lube_point_name',
  ),

  // What is counted of the plant on a page is counted in an index alone: what is wanted by walk and by area, points by
  // machine, where a lubricant is used, meters by when they were read. What is to be done on the next round has been wanted
  // from the beginning. The walk of a task is the first by code of the routes that it is on.
  addColumns('2026-12-01-01-due-state-route', 'due_state', { routeId: `${id} NULL` }),
  sqlMigration(
    '2026-12-01-02-due-state-always-wanted',
    "ALTER TABLE due_state MODIFY wantedOn DATE AS (IF(state = 'next-round', '1000-01-01', COALESCE(fromOn, dueOn))) PERSISTENT",
    'ALTER TABLE due_state MODIFY wantedOn DATE AS (COALESCE(fromOn, dueOn)) PERSISTENT',
  ),
  sqlMigration(
    '2026-12-01-03-due-state-counted-keys',
    `ALTER TABLE due_state DROP KEY IF EXISTS due_state_wanted, DROP KEY IF EXISTS due_state_state,
      ADD KEY IF NOT EXISTS due_state_wanted_counted (wantedOn, lateOn, routeId, areaId, who, sinceOn), ADD KEY IF NOT EXISTS due_state_route (routeId, wantedOn, lateOn, who),
      ADD KEY IF NOT EXISTS due_state_state_counted (state, areaId, sinceOn), ADD KEY IF NOT EXISTS due_state_lubricant_point (lubricantId, pointId)`,
    `ALTER TABLE due_state DROP KEY IF EXISTS due_state_wanted_counted, DROP KEY IF EXISTS due_state_route, DROP KEY IF EXISTS due_state_state_counted, DROP KEY IF EXISTS due_state_lubricant_point,
      ADD KEY IF NOT EXISTS due_state_wanted (wantedOn, taskId, who), ADD KEY IF NOT EXISTS due_state_state (state)`,
  ),
  sqlMigration(
    '2026-12-01-04-lube-point-counted',
    'ALTER TABLE lube_point ADD KEY IF NOT EXISTS lube_point_in_use (machineId, retiredOn)',
    'ALTER TABLE lube_point DROP KEY IF EXISTS lube_point_in_use',
  ),
  sqlMigration(
    '2026-12-01-05-meter-state-read',
    'ALTER TABLE meter_state ADD KEY IF NOT EXISTS meter_state_read (readMs)',
    'ALTER TABLE meter_state DROP KEY IF EXISTS meter_state_read',
  ),
  sqlMigration(
    '2026-12-01-06-entry-day',
    'ALTER TABLE entry ADD KEY IF NOT EXISTS entry_day (happenedAtUtc, seq), DROP KEY IF EXISTS happenedAtUtc',
    'ALTER TABLE entry ADD KEY IF NOT EXISTS happenedAtUtc (happenedAtUtc), DROP KEY IF EXISTS entry_day',
  ),
  sqlMigration(
    '2026-12-01-07-due-history-counted',
    'ALTER TABLE due_history ADD KEY IF NOT EXISTS due_history_counted (untilOn, sinceOn, state, fromOn, dueOn, toOn), DROP KEY IF EXISTS untilOn',
    'ALTER TABLE due_history ADD KEY IF NOT EXISTS untilOn (untilOn, sinceOn), DROP KEY IF EXISTS due_history_counted',
  ),

  // A drained accumulator raises the level of a tank, a vented separator loses its foam: whether a level read there counts.
  addColumns('2026-12-02-01-reservoir-holds-pressure', 'reservoir', { holdsPressure: 'BOOLEAN NULL' }),

  // What a person may do; NULL where nobody has said.
  addColumns('2026-12-03-01-person-may-do', 'person', { mayDo: 'JSON NULL' }),

  // Not only a band asks for another oil: so does a new assignment.
  sqlMigration(
    '2026-12-03-02-waiting-change',
    'ALTER TABLE due_state CHANGE COLUMN IF EXISTS bandChange waitingChange JSON NULL',
    'ALTER TABLE due_state CHANGE COLUMN IF EXISTS waitingChange bandChange JSON NULL',
  ),

  // What else was topped up since a sump was filled.
  addColumns('2026-12-03-03-mixed-with', 'due_state', { mixedWith: 'JSON NULL' }),

  // Strokes and cuts are counted by their own name; what a meter may count is checked by the code.
  sqlMigration(
    '2026-12-04-01-meter-unit-text',
    'ALTER TABLE meter MODIFY unit VARCHAR(20) NOT NULL',
    "ALTER TABLE meter MODIFY unit ENUM('hours','cycles','tonnes','starts') NOT NULL",
  ),

  // A letter of an old chart is a name on one machine only.
  addColumns('2026-12-04-02-replacement-machine', 'replacement', { machineId: `${id} NULL` }),

  // Words in the order of the log, and apart from each other: so that the newest can be read through, and find what the index finds.
  sqlMigration(
    '2026-12-05-01-entry-words-no-index',
    'DROP INDEX IF EXISTS entry_words_words ON entry_words',
    'SET STATEMENT innodb_ft_enable_stopword = OFF FOR CREATE FULLTEXT INDEX IF NOT EXISTS entry_words_words ON entry_words (words)',
  ),
  addColumns('2026-12-05-02-entry-words-spaced', 'entry_words', {
    seq: 'BIGINT NOT NULL DEFAULT 0',
    spaced: "LONGTEXT NOT NULL DEFAULT ''",
  }),
  sqlMigration(
    '2026-12-05-03-entry-words-seq',
    'ALTER TABLE entry_words ADD KEY IF NOT EXISTS entry_words_seq (seq)',
    'ALTER TABLE entry_words DROP KEY IF EXISTS entry_words_seq',
  ),
  sqlMigration(
    '2026-12-05-04-entry-words-index',
    'SET STATEMENT innodb_ft_enable_stopword = OFF FOR CREATE FULLTEXT INDEX IF NOT EXISTS entry_words_spaced ON entry_words (spaced)',
    'DROP INDEX IF EXISTS entry_words_spaced ON entry_words',
  ),

  // What is read when a task is done, and where it should lie.
  addColumns('2026-12-06-01-task-readings', 'task', { readings: "JSON NOT NULL DEFAULT '[]'" }),

  // Where every finding stands: what is open is listed by urgency and day, and counted, without reading the log.
  createTable(
    '2026-12-07-01-finding-state',
    'finding_state',
    `entryId ${id} PRIMARY KEY, machineId ${id} NOT NULL, pointId ${id} NULL, what VARCHAR(40) NOT NULL, urgency TINYINT UNSIGNED NOT NULL, foundMs BIGINT NOT NULL,
      joinedTo ${id} NULL, visits INT UNSIGNED NOT NULL, newestId ${id} NOT NULL, newestMs BIGINT NOT NULL, againOf ${id} NULL, ownerId ${id} NULL, dueOn DATE NOT NULL, daySaid BOOLEAN NOT NULL, closedMs BIGINT NULL, closedBy ${id} NULL,
      KEY finding_open (joinedTo, closedMs, urgency, dueOn, entryId, foundMs), KEY finding_owner (joinedTo, closedMs, ownerId, urgency, dueOn, entryId), KEY (machineId, joinedTo, closedMs), KEY (pointId, joinedTo, closedMs)`,
  ),

  // From when a task is wanted of rounds; an operator's never is. Which walks have something wanted is found by jumping
  // through their index, and only those that are shown are counted; areas are counted in theirs from end to end.
  addColumns('2026-12-07-02-due-state-rounds', 'due_state', {
    roundsOn:
      "DATE AS (IF(who = 'operator', NULL, IF(state = 'next-round', '1000-01-01', COALESCE(fromOn, dueOn)))) PERSISTENT",
  }),
  sqlMigration(
    '2026-12-07-03-due-state-rounds-keys',
    `ALTER TABLE due_state ADD KEY IF NOT EXISTS due_state_rounds (routeId, roundsOn, lateOn, sinceOn), ADD KEY IF NOT EXISTS due_state_area (areaId, wantedOn, lateOn), ADD KEY IF NOT EXISTS due_state_wanted_on (wantedOn, routeId),
      DROP KEY IF EXISTS due_state_route, DROP KEY IF EXISTS due_state_wanted_counted`,
    `ALTER TABLE due_state ADD KEY IF NOT EXISTS due_state_wanted_counted (wantedOn, lateOn, routeId, areaId, who, sinceOn), ADD KEY IF NOT EXISTS due_state_route (routeId, wantedOn, lateOn, who),
      DROP KEY IF EXISTS due_state_rounds, DROP KEY IF EXISTS due_state_area, DROP KEY IF EXISTS due_state_wanted_on`,
  ),

  // What is looked at when a task is done: each look has answers of its own.
  addColumns('2026-12-07-04-task-looks', 'task', { looks: "JSON NOT NULL DEFAULT '[]'" }),

  // What a plant, or one of its points, says in place of a row of the table of signs; the plant's own has an empty point.
  createTable(
    '2026-12-08-01-own-sign',
    'own_sign',
    `pointId CHAR(26) CHARACTER SET ascii COLLATE ascii_bin NOT NULL DEFAULT '', what VARCHAR(40) NOT NULL, signRow VARCHAR(200) NOT NULL, says JSON NOT NULL, source VARCHAR(200) NOT NULL,
      personId ${id} NOT NULL, saidAt DATETIME(3) NOT NULL, PRIMARY KEY (pointId, what, signRow), CONSTRAINT own_sign_person FOREIGN KEY (personId) REFERENCES person (id)`,
  ),

  // What is open and which locks are on, at a machine and in the whole plant, without reading the log.
  createTable(
    '2026-12-09-01-open-thing',
    'open_thing',
    `entryId ${id} PRIMARY KEY, machineId ${id} NOT NULL, pointId ${id} NULL, taskId ${id} NULL, thing VARCHAR(40) NULL, isLock BOOLEAN NOT NULL, name VARCHAR(80) NOT NULL, runs VARCHAR(16) NOT NULL, minutes INT UNSIGNED NULL,
      openedMs BIGINT NOT NULL, holderId ${id} NOT NULL, roundId ${id} NULL, waivedBy VARCHAR(80) NULL, waivedWhy TEXT NULL, closedMs BIGINT NULL, closedBy ${id} NULL, KEY (closedMs, openedMs), KEY (machineId, closedMs), KEY (pointId, closedMs), KEY (taskId, closedMs), KEY (roundId, closedMs)`,
  ),

  // By which procedure a task is done; empty for the one that is usual at such a point.
  addColumns('2026-12-09-02-task-procedure', 'task', { procedureCode: "VARCHAR(60) NOT NULL DEFAULT ''" }),

  // When the plan of a round was read, and how far the log reached at an instant: what came later a walker could not know.
  addColumns('2026-12-10-01-round-planned', 'round', { plannedAt: 'DATETIME(3) NULL' }),
  sqlMigration(
    '2026-12-10-02-entry-received',
    'ALTER TABLE entry ADD KEY IF NOT EXISTS entry_received (receivedAt)',
    'ALTER TABLE entry DROP KEY IF EXISTS entry_received',
  ),

  // Tricks that somebody has found, from the note that says one; rounds show what a planner has approved.
  createTable(
    '2026-12-10-03-trick',
    'trick',
    `entryId ${id} PRIMARY KEY, pointId ${id} NOT NULL REFERENCES lube_point(id), text TEXT NOT NULL, hazard TEXT NOT NULL, personId ${id} NOT NULL REFERENCES person(id), saidAt DATETIME(3) NOT NULL,
      state ENUM('waiting', 'approved', 'declined') NOT NULL, judgedBy ${id} NULL REFERENCES person(id), judgedAt DATETIME(3) NULL, KEY (pointId, state), KEY (state, saidAt)`,
  ),

  // How jobs are done, version by version: as it was shipped, and as the plant wrote it. Rounds go by the one of their day.
  createTable(
    '2026-12-11-01-procedure-version',
    'procedure_version',
    `code VARCHAR(60) NOT NULL, version INT UNSIGNED NOT NULL, document JSON NOT NULL, basedOn VARCHAR(80) NULL, inPlaceOf VARCHAR(60) NULL, isWithdrawn BOOLEAN NOT NULL DEFAULT FALSE,
      personId ${id} NULL REFERENCES person(id), why TEXT NOT NULL, writtenAt DATETIME(3) NOT NULL, PRIMARY KEY (code, version), KEY (writtenAt)`,
  ),

  // What a commit of its own is written to, so that all before it is on disk: see `settled` of the connection.
  createTable(
    '2026-12-11-02-commit-mark',
    'commit_mark',
    'id TINYINT UNSIGNED PRIMARY KEY, marks BIGINT UNSIGNED NOT NULL',
  ),

  // Where everything is, in metres of the plant: the aisles as one drawing that is saved as a whole, and where machines stand.
  createTable(
    '2026-12-12-01-floor-plan',
    'floor_plan',
    `id TINYINT UNSIGNED PRIMARY KEY CHECK (id = 1), ${version}, nodes JSON NOT NULL, aisles JSON NOT NULL, stores JSON NOT NULL, ${stamps}`,
  ),
  createTable(
    '2026-12-12-02-machine-place',
    'machine_place',
    `machineId ${id} PRIMARY KEY REFERENCES machine(id), x DOUBLE NOT NULL, y DOUBLE NOT NULL`,
  ),

  // When people work, and what the plant says in place of the usual numbers of the trade; empty where it says nothing.
  addColumns('2026-12-13-01-plant-capacity', 'plant', {
    shifts: "JSON NOT NULL DEFAULT '[]'",
    ownNumbers: "JSON NOT NULL DEFAULT '{}'",
  }),
  // What stands on every route sheet: whom to call, what to wear.
  addColumns('2026-12-13-02-plant-sheet-note', 'plant', { sheetNote: "TEXT NOT NULL DEFAULT ''" }),

  // The levelled plan as it was kept: on which days each task is meant to be done; thrown away when it is levelled anew.
  createTable(
    '2026-12-13-03-kept-day',
    'kept_day',
    `taskId ${id} NOT NULL REFERENCES task(id), plannedOn DATE NOT NULL, isLocked BOOLEAN NOT NULL DEFAULT FALSE, personId ${id} NOT NULL REFERENCES person(id), keptAt DATETIME(3) NOT NULL, PRIMARY KEY (taskId, plannedOn)`,
  ),

  // Who signs in, by what they are let do. Whoever planned goes on planning; whoever administers is made by a command.
  addColumns('2026-12-14-01-person-roles', 'person', { roles: `JSON NOT NULL DEFAULT '["technician"]'` }),
  sqlMigration(
    '2026-12-14-02-person-roles-as-before',
    `UPDATE person SET roles = CASE role WHEN 'planner' THEN '["planner"]' WHEN 'device' THEN '[]' ELSE '["technician"]' END`,
    'DO 0',
  ),
  createTable(
    '2026-12-14-03-sign-in-secret',
    'sign_in_secret',
    `personId ${id} PRIMARY KEY REFERENCES person(id), passwordHash VARCHAR(200) CHARACTER SET ascii COLLATE ascii_bin NOT NULL, passwordSetAt DATETIME(3) NOT NULL`,
  ),
  createTable(
    '2026-12-14-04-session',
    'session',
    `id ${id} PRIMARY KEY, tokenHash ${digest} NOT NULL UNIQUE, personId ${id} NOT NULL REFERENCES person(id), how VARCHAR(12) CHARACTER SET ascii NOT NULL, deviceHash ${digest} NOT NULL, device VARCHAR(200) NOT NULL,
     openedAt DATETIME(3) NOT NULL, seenAt DATETIME(3) NOT NULL, endsAt DATETIME(3) NOT NULL, endedAt DATETIME(3) NULL, KEY (personId, openedAt), KEY (deviceHash), KEY (endsAt)`,
  ),
  createTable(
    '2026-12-14-05-sign-in-link',
    'sign_in_link',
    `id ${id} PRIMARY KEY, tokenHash ${digest} NOT NULL UNIQUE, personId ${id} NOT NULL REFERENCES person(id), madeBy ${id} NULL REFERENCES person(id), endsAt DATETIME(3) NOT NULL, usedAt DATETIME(3) NULL, KEY (personId)`,
  ),
  createTable(
    '2026-12-14-06-sign-in-failure',
    'sign_in_failure',
    `bucket ${digest} PRIMARY KEY, failures INT NOT NULL, lastAt DATETIME(3) NOT NULL, KEY (lastAt)`,
  ),
  createTable(
    '2026-12-14-07-machine-client',
    'machine_client',
    `id ${id} PRIMARY KEY, name VARCHAR(80) NOT NULL, tokenHash ${digest} NOT NULL UNIQUE, scopes JSON NOT NULL, madeBy ${id} NULL REFERENCES person(id),
     madeAt DATETIME(3) NOT NULL, endsAt DATETIME(3) NOT NULL, endedAt DATETIME(3) NULL, usedAt DATETIME(3) NULL`,
  ),
  createTable(
    '2026-12-14-08-calendar-feed',
    'calendar_feed',
    `id ${id} PRIMARY KEY, tokenHash ${digest} NOT NULL UNIQUE, personId ${id} NOT NULL REFERENCES person(id), madeAt DATETIME(3) NOT NULL, endedAt DATETIME(3) NULL, KEY (personId)`,
  ),

  // Copies of the whole book: when, how large, up to which entry; or why there is none.
  createTable(
    '2026-12-14-09-copy-made',
    'copy_made',
    `id ${id} PRIMARY KEY, madeAt DATETIME(3) NOT NULL, endedAt DATETIME(3) NOT NULL, file VARCHAR(120) NULL, bytes BIGINT NULL, sha256 ${digest} NULL,
     headSeq BIGINT NULL, headHash ${digest} NULL, isEncrypted BOOLEAN NULL, failure VARCHAR(500) NULL, KEY (madeAt)`,
  ),

  // Papers that end, and who was forgotten.
  addColumns('2026-12-15-00-session-ended-by', 'session', { endedBy: `${id} NULL` }),
  addColumns('2026-12-15-03-person-papers', 'person', {
    certificates: "JSON NOT NULL DEFAULT '[]'",
    forgottenAt: 'DATETIME(3) NULL',
  }),
  addColumns('2026-12-15-04-plant-air', 'plant', { airForCleaning: 'BOOLEAN NOT NULL DEFAULT FALSE' }),

  // Which other units are said beside those of storage, as a list; nothing ever stood in the column before it.
  addColumns('2026-12-15-09-plant-units-beside', 'plant', { unitsBeside: "JSON NOT NULL DEFAULT '[]'" }),
  sqlMigration(
    '2026-12-15-10-plant-no-display-units',
    'ALTER TABLE plant DROP COLUMN IF EXISTS displayUnits',
    "ALTER TABLE plant ADD COLUMN IF NOT EXISTS displayUnits JSON NOT NULL DEFAULT '{}'",
  ),

  // Whom the plant's directory means.
  addColumns('2026-12-15-08-person-directory', 'person', {
    directoryName: 'VARCHAR(120) NULL UNIQUE',
    directorySubject: 'VARCHAR(400) CHARACTER SET ascii COLLATE ascii_bin NULL UNIQUE',
  }),

  // Devices that an administrator has enrolled, PINs on them, and what they signed.
  createTable(
    '2026-12-15-05-enrolled-device',
    'enrolled_device',
    `id ${id} PRIMARY KEY, name VARCHAR(80) NOT NULL, publicKey JSON NOT NULL, deviceHash ${digest} NOT NULL, machineId ${id} NULL REFERENCES machine(id), enrolledBy ${id} NOT NULL REFERENCES person(id),
     enrolledAt DATETIME(3) NOT NULL, endsAt DATETIME(3) NOT NULL, withdrawnAt DATETIME(3) NULL, withdrawnBy ${id} NULL REFERENCES person(id), KEY (deviceHash)`,
  ),
  createTable(
    '2026-12-15-06-device-pin',
    'device_pin',
    `deviceId ${id} NOT NULL REFERENCES enrolled_device(id), personId ${id} NOT NULL REFERENCES person(id), pinHash VARCHAR(200) CHARACTER SET ascii COLLATE ascii_bin NOT NULL, setAt DATETIME(3) NOT NULL,
     failures INT NOT NULL, usedAtMs BIGINT NOT NULL, PRIMARY KEY (deviceId, personId)`,
  ),
  createTable(
    '2026-12-15-07-entry-signature',
    'entry_signature',
    `entryId ${id} PRIMARY KEY REFERENCES entry(id), deviceId ${id} NOT NULL REFERENCES enrolled_device(id), signature VARCHAR(120) CHARACTER SET ascii COLLATE ascii_bin NOT NULL`,
  ),

  // Changes of the plan and of who gets in: as the triggers of db/recording.ts note them, until the log has taken them up;
  // and what was and became, beside the entry that seals it.
  createTable(
    '2026-12-15-01-change-seen',
    'change_seen',
    `seq BIGINT AUTO_INCREMENT PRIMARY KEY, mark ${id} NULL, thing VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin NOT NULL, thingId VARCHAR(255) COLLATE utf8mb4_bin NOT NULL, ofId VARCHAR(255) COLLATE utf8mb4_bin NULL,
     was LONGTEXT NULL, became LONGTEXT NULL, KEY (mark)`,
  ),
  createTable(
    '2026-12-15-02-change-made',
    'change_made',
    `seq BIGINT NOT NULL REFERENCES entry(seq), place SMALLINT UNSIGNED NOT NULL, thing VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin NOT NULL, thingId VARCHAR(255) COLLATE utf8mb4_bin NOT NULL, ofId VARCHAR(255) COLLATE utf8mb4_bin NULL,
     salt CHAR(32) CHARACTER SET ascii NULL, was LONGTEXT NULL, became LONGTEXT NULL, erasedAt DATETIME(3) NULL, PRIMARY KEY (seq, place), KEY (thingId, seq), KEY (ofId, seq)`,
  ),
];
