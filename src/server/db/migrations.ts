const CONTACT_COLUMNS = `
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  logbookId INTEGER NOT NULL REFERENCES logbook(id) ON DELETE CASCADE,
  revision INTEGER NOT NULL,
  call TEXT NOT NULL, baseCall TEXT NOT NULL,
  startedAt INTEGER NOT NULL, endedAt INTEGER NOT NULL,
  band TEXT NOT NULL, bandReceived TEXT, frequencyHz INTEGER, frequencyReceivedHz INTEGER,
  mode TEXT NOT NULL, submode TEXT, modeGroup TEXT NOT NULL,
  reportSent TEXT, reportReceived TEXT,
  name TEXT, place TEXT, grid TEXT, state TEXT, county TEXT,
  entityCode INTEGER, continent TEXT, cqZone INTEGER, ituZone INTEGER,
  island TEXT, summit TEXT, park TEXT, theirPower REAL,
  ownCall TEXT, operator TEXT, siteId INTEGER REFERENCES site(id),
  ownGrid TEXT, ownState TEXT, ownCounty TEXT, ownEntityCode INTEGER, ownCqZone INTEGER, ownItuZone INTEGER, power REAL,
  contestId TEXT, serialSent INTEGER, serialReceived INTEGER, exchangeSent TEXT, exchangeReceived TEXT,
  propagation TEXT, satellite TEXT, satelliteMode TEXT,
  comment TEXT, notes TEXT, pin INTEGER NOT NULL DEFAULT 0, extra TEXT`;

/** Facts of our side that got a column later: the column, its field in files, how long it is, and how it is written. */
const OWN_FIELDS = [
  ["ownIsland", "MY_IOTA", 20, "upper"],
  ["ownSummit", "MY_SOTA_REF", 40, "upper"],
  ["ownPark", "MY_POTA_REF", 200, "upper"],
  ["ownAntenna", "MY_ANTENNA", 200, "trim"],
] as const;

const START = [
  `CREATE TABLE site (
    id INTEGER PRIMARY KEY AUTOINCREMENT, name TEXT NOT NULL, call TEXT NOT NULL, operator TEXT, grid TEXT NOT NULL,
    entityCode INTEGER, cqZone INTEGER, ituZone INTEGER, power REAL) STRICT`,
  `CREATE TABLE logbook (
    id INTEGER PRIMARY KEY AUTOINCREMENT, name TEXT NOT NULL, siteId INTEGER NOT NULL REFERENCES site(id),
    contactCount INTEGER NOT NULL DEFAULT 0, createdAt INTEGER NOT NULL) STRICT`,
  `CREATE TABLE contact (${CONTACT_COLUMNS}) STRICT`,
  `CREATE INDEX contactByTime ON contact (logbookId, startedAt DESC, id DESC)`,
  `CREATE INDEX contactByCall ON contact (logbookId, baseCall, startedAt DESC)`,
  `CREATE INDEX contactByBand ON contact (logbookId, band, startedAt DESC, id DESC)`,
  `CREATE INDEX contactByBandAndMode ON contact (logbookId, band, mode, startedAt DESC, id DESC)`,
  `CREATE INDEX contactByMode ON contact (logbookId, mode, startedAt DESC, id DESC)`,
  `CREATE INDEX contactByEntity ON contact (logbookId, entityCode, startedAt DESC, id DESC)`,
  `CREATE TABLE confirmation (
    contactId INTEGER NOT NULL REFERENCES contact(id) ON DELETE CASCADE, channel TEXT NOT NULL,
    sent TEXT NOT NULL, sentOn TEXT, sentVia TEXT, received TEXT NOT NULL, receivedOn TEXT, receivedVia TEXT,
    PRIMARY KEY (contactId, channel)) STRICT, WITHOUT ROWID`,
  `CREATE TABLE slot (
    logbookId INTEGER NOT NULL REFERENCES logbook(id) ON DELETE CASCADE, award TEXT NOT NULL, item TEXT NOT NULL,
    band TEXT NOT NULL, modeGroup TEXT NOT NULL, worked INTEGER NOT NULL, confirmed INTEGER NOT NULL,
    PRIMARY KEY (logbookId, award, item, band, modeGroup)) STRICT, WITHOUT ROWID`,
  `CREATE TABLE outbox (
    logbookId INTEGER NOT NULL REFERENCES logbook(id) ON DELETE CASCADE, service TEXT NOT NULL,
    contactId INTEGER NOT NULL REFERENCES contact(id) ON DELETE CASCADE, queuedAt INTEGER NOT NULL, refused TEXT,
    PRIMARY KEY (logbookId, service, contactId)) STRICT, WITHOUT ROWID`,
  `CREATE INDEX outboxByContact ON outbox (contactId)`,
  `CREATE TABLE sending (
    id INTEGER PRIMARY KEY AUTOINCREMENT, logbookId INTEGER NOT NULL REFERENCES logbook(id) ON DELETE CASCADE,
    service TEXT NOT NULL, at INTEGER NOT NULL,
    accepted INTEGER NOT NULL, known INTEGER NOT NULL, refused INTEGER NOT NULL) STRICT`,
  `CREATE TABLE receipt (
    sendingId INTEGER NOT NULL REFERENCES sending(id) ON DELETE CASCADE, contactId INTEGER NOT NULL,
    call TEXT NOT NULL, answer TEXT NOT NULL, reason TEXT,
    PRIMARY KEY (sendingId, contactId)) STRICT, WITHOUT ROWID`,
  `CREATE TABLE fetchState (
    logbookId INTEGER NOT NULL REFERENCES logbook(id) ON DELETE CASCADE, service TEXT NOT NULL,
    cursor TEXT NOT NULL, fetchedAt INTEGER NOT NULL, PRIMARY KEY (logbookId, service)) STRICT, WITHOUT ROWID`,
  `CREATE TABLE statement (
    logbookId INTEGER NOT NULL REFERENCES logbook(id) ON DELETE CASCADE, service TEXT NOT NULL, serviceId TEXT NOT NULL,
    call TEXT NOT NULL, baseCall TEXT NOT NULL, ownCall TEXT, band TEXT NOT NULL, mode TEXT NOT NULL,
    modeGroup TEXT NOT NULL, startedAt INTEGER NOT NULL, contactId INTEGER REFERENCES contact(id) ON DELETE SET NULL,
    explanation TEXT, arrivedAt INTEGER NOT NULL,
    PRIMARY KEY (logbookId, service, serviceId)) STRICT, WITHOUT ROWID`,
  `CREATE INDEX statementByContact ON statement (contactId)`,
  `CREATE INDEX statementByCall ON statement (logbookId, baseCall)`,
  `CREATE TABLE journalBatch (
    id INTEGER PRIMARY KEY AUTOINCREMENT, logbookId INTEGER NOT NULL REFERENCES logbook(id) ON DELETE CASCADE,
    at INTEGER NOT NULL, actor TEXT NOT NULL, kind TEXT NOT NULL, summary TEXT NOT NULL,
    contacts INTEGER NOT NULL DEFAULT 0, undoes INTEGER, undoneBy INTEGER) STRICT`,
  `CREATE INDEX journalBatchByLogbook ON journalBatch (logbookId, id)`,
  `CREATE TABLE journalEntry (
    id INTEGER PRIMARY KEY AUTOINCREMENT, batchId INTEGER NOT NULL REFERENCES journalBatch(id) ON DELETE CASCADE,
    contactId INTEGER NOT NULL, before TEXT, after TEXT) STRICT`,
  `CREATE INDEX journalEntryByBatch ON journalEntry (batchId, contactId)`,
  `CREATE INDEX journalEntryByContact ON journalEntry (contactId, batchId)`,
  `CREATE TABLE callException (
    id INTEGER PRIMARY KEY AUTOINCREMENT, call TEXT NOT NULL, entityCode INTEGER NOT NULL,
    validFrom INTEGER, validUntil INTEGER, cqZone INTEGER, ituZone INTEGER) STRICT`,
  `CREATE TABLE job (
    id INTEGER PRIMARY KEY AUTOINCREMENT, logbookId INTEGER NOT NULL REFERENCES logbook(id) ON DELETE CASCADE,
    kind TEXT NOT NULL, title TEXT NOT NULL, state TEXT NOT NULL, request TEXT NOT NULL, checkpoint TEXT,
    progressDone INTEGER NOT NULL, progressTotal INTEGER, report TEXT, problem TEXT,
    startedAt INTEGER NOT NULL, endedAt INTEGER) STRICT`,
];

const DESK = [
  `CREATE TABLE saved (
    id INTEGER PRIMARY KEY AUTOINCREMENT, logbookId INTEGER NOT NULL REFERENCES logbook(id) ON DELETE CASCADE,
    kind TEXT NOT NULL, name TEXT NOT NULL COLLATE NOCASE, body TEXT NOT NULL,
    UNIQUE (logbookId, kind, name)) STRICT`,
  `CREATE TABLE jobItem (
    jobId INTEGER NOT NULL REFERENCES job(id) ON DELETE CASCADE, position INTEGER NOT NULL,
    contactId INTEGER NOT NULL, revision INTEGER NOT NULL,
    PRIMARY KEY (jobId, position)) STRICT, WITHOUT ROWID`,
  `CREATE TABLE export (
    id INTEGER PRIMARY KEY AUTOINCREMENT, logbookId INTEGER NOT NULL REFERENCES logbook(id) ON DELETE CASCADE,
    at INTEGER NOT NULL, actor TEXT NOT NULL, form TEXT NOT NULL, what TEXT NOT NULL, contacts INTEGER NOT NULL,
    newestEntry INTEGER NOT NULL) STRICT`,
  `CREATE INDEX exportByLogbook ON export (logbookId, id)`,
  `CREATE TABLE stationNote (
    logbookId INTEGER NOT NULL REFERENCES logbook(id) ON DELETE CASCADE, baseCall TEXT NOT NULL,
    text TEXT NOT NULL, changedAt INTEGER NOT NULL,
    PRIMARY KEY (logbookId, baseCall)) STRICT, WITHOUT ROWID`,
];

const CONTEST = [
  `CREATE INDEX contactByContest ON contact (logbookId, contestId, startedAt) WHERE contestId IS NOT NULL`,
  `CREATE TABLE directoryEntry (
    baseCall TEXT PRIMARY KEY, body TEXT, askedAt INTEGER NOT NULL) STRICT, WITHOUT ROWID`,
  `CREATE TABLE contestRules (
    tag TEXT PRIMARY KEY, body TEXT NOT NULL, changedAt INTEGER NOT NULL) STRICT, WITHOUT ROWID`,
  `CREATE TABLE contestEntry (
    id INTEGER PRIMARY KEY AUTOINCREMENT, logbookId INTEGER NOT NULL REFERENCES logbook(id) ON DELETE CASCADE,
    tag TEXT NOT NULL, startsAt INTEGER NOT NULL, endsAt INTEGER NOT NULL, rules TEXT NOT NULL, body TEXT NOT NULL,
    isOn INTEGER NOT NULL, createdAt INTEGER NOT NULL, UNIQUE (logbookId, tag, startsAt)) STRICT`,
  `CREATE TABLE contestSerial (
    entryId INTEGER NOT NULL REFERENCES contestEntry(id) ON DELETE CASCADE, serial INTEGER NOT NULL,
    position TEXT NOT NULL, reservedAt INTEGER NOT NULL, contactId INTEGER,
    PRIMARY KEY (entryId, serial)) STRICT, WITHOUT ROWID`,
  `CREATE INDEX contestSerialOpen ON contestSerial (entryId, serial) WHERE contactId IS NULL`,
  `CREATE TABLE contestHandIn (
    entryId INTEGER NOT NULL REFERENCES contestEntry(id) ON DELETE CASCADE, handIn TEXT NOT NULL,
    contactId INTEGER NOT NULL, PRIMARY KEY (entryId, handIn)) STRICT, WITHOUT ROWID`,
  `CREATE TABLE contestLook (
    entryId INTEGER NOT NULL REFERENCES contestEntry(id) ON DELETE CASCADE, key TEXT NOT NULL,
    PRIMARY KEY (entryId, key)) STRICT, WITHOUT ROWID`,
  `CREATE TABLE contestNote (
    id INTEGER PRIMARY KEY AUTOINCREMENT, entryId INTEGER NOT NULL REFERENCES contestEntry(id) ON DELETE CASCADE,
    at INTEGER NOT NULL, position TEXT NOT NULL, text TEXT NOT NULL) STRICT`,
  `CREATE TABLE contestSubmission (
    id INTEGER PRIMARY KEY AUTOINCREMENT, entryId INTEGER NOT NULL REFERENCES contestEntry(id) ON DELETE CASCADE,
    at INTEGER NOT NULL, body TEXT NOT NULL) STRICT`,
];

/**
 * What the fields of an unsigned service say that were kept as they came, before there was such a service; `said` is
 * null where it is none of the standard's values.
 */
const UNSIGNED = `
  SELECT contactId, place, name,
    CASE
      WHEN name IN ('EQSL_QSLSDATE', 'EQSL_QSLRDATE') THEN iif(day = date(day), day, NULL)
      WHEN letter = 'N' THEN 'no' WHEN letter = 'R' THEN 'wanted' WHEN letter = 'I' THEN 'ignored'
      WHEN name = 'EQSL_QSL_SENT' THEN CASE letter WHEN 'Q' THEN 'waiting' WHEN 'Y' THEN 'sent' END
      ELSE CASE letter WHEN 'Y' THEN 'confirmed' WHEN 'V' THEN 'verified' END
    END AS said
  FROM (
    SELECT contact.id AS contactId, field.key AS place, json_extract(field.value, '$.name') AS name,
      upper(trim(json_extract(field.value, '$.value'))) AS letter,
      substr(trim(json_extract(field.value, '$.value')), 1, 4) || '-' ||
        substr(trim(json_extract(field.value, '$.value')), 5, 2) || '-' ||
        substr(trim(json_extract(field.value, '$.value')), 7) AS day
    FROM contact, json_each(contact.extra) AS field WHERE contact.extra LIKE '%"EQSL_QSL%')
  WHERE name IN ('EQSL_QSL_SENT', 'EQSL_QSLSDATE', 'EQSL_QSL_RCVD', 'EQSL_QSLRDATE')`;

/**
 * The statements of each migration. Forward only; a released migration is never changed. Run in the order of their
 * names.
 */
export const MIGRATIONS: Readonly<Record<string, readonly string[]>> = {
  "0001-start": START,
  "0002-desk": DESK,
  "0003-contest": CONTEST,
  "0004-sites": [`ALTER TABLE site ADD COLUMN state TEXT`, `ALTER TABLE site ADD COLUMN county TEXT`],
  "0005-parts": [
    `ALTER TABLE contact ADD COLUMN partsSent TEXT`,
    `ALTER TABLE contact ADD COLUMN partsReceived TEXT`,
    `ALTER TABLE contact ADD COLUMN notClaimed TEXT`,
    `ALTER TABLE contact ADD COLUMN transmitter INTEGER`,
  ],
  "0006-announced": [
    `CREATE TABLE announcedContest (
      id INTEGER PRIMARY KEY AUTOINCREMENT, uid TEXT NOT NULL, startsAt INTEGER NOT NULL, endsAt INTEGER NOT NULL,
      name TEXT NOT NULL, about TEXT NOT NULL, UNIQUE (uid, startsAt)) STRICT`,
  ],
  "0007-links": [
    `ALTER TABLE site ADD COLUMN licence TEXT`,
    `CREATE TABLE link (
      id INTEGER PRIMARY KEY AUTOINCREMENT, kind TEXT NOT NULL, name TEXT NOT NULL COLLATE NOCASE UNIQUE,
      isOn INTEGER NOT NULL, settings TEXT NOT NULL, sendingSince INTEGER) STRICT`,
    `CREATE TABLE radioDescriptor (
      tag TEXT PRIMARY KEY, body TEXT NOT NULL, changedAt INTEGER NOT NULL) STRICT, WITHOUT ROWID`,
    `CREATE TABLE positionRadio (
      position TEXT PRIMARY KEY, linkId INTEGER REFERENCES link(id) ON DELETE CASCADE,
      chosenAt INTEGER NOT NULL) STRICT, WITHOUT ROWID`,
    `CREATE TABLE bandMemory (
      linkId INTEGER NOT NULL REFERENCES link(id) ON DELETE CASCADE, band TEXT NOT NULL, mode TEXT NOT NULL,
      frequencyHz INTEGER NOT NULL, widthHz INTEGER, watts REAL, usedAt INTEGER NOT NULL,
      PRIMARY KEY (linkId, band, mode)) STRICT, WITHOUT ROWID`,
    `CREATE TABLE arrival (
      id INTEGER PRIMARY KEY AUTOINCREMENT, linkName TEXT NOT NULL, sender TEXT NOT NULL, at INTEGER NOT NULL,
      logbookId INTEGER NOT NULL REFERENCES logbook(id) ON DELETE CASCADE, record TEXT NOT NULL,
      call TEXT, startedAt INTEGER, band TEXT, mode TEXT, outcome TEXT NOT NULL, text TEXT,
      contactId INTEGER, batchId INTEGER) STRICT`,
    `CREATE INDEX arrivalAsked ON arrival (id) WHERE outcome = 'asked'`,
  ],
  "0008-spots": [
    `CREATE TABLE spot (
      id INTEGER PRIMARY KEY AUTOINCREMENT, at INTEGER NOT NULL, spotter TEXT NOT NULL, frequencyHz INTEGER NOT NULL,
      call TEXT NOT NULL, remark TEXT NOT NULL) STRICT`,
    `CREATE INDEX spotAt ON spot (at)`,
  ],
  "0009-sun": [
    `CREATE TABLE sunFigures (
      span TEXT PRIMARY KEY, toldAt INTEGER NOT NULL, sunspots REAL NOT NULL, flux REAL NOT NULL, kIndex REAL,
      aIndex REAL NOT NULL) STRICT, WITHOUT ROWID`,
  ],
  "0010-alerts": [
    `CREATE TABLE alert (
      id INTEGER PRIMARY KEY AUTOINCREMENT, logbookId INTEGER NOT NULL REFERENCES logbook(id) ON DELETE CASCADE,
      at INTEGER NOT NULL, base TEXT NOT NULL, band TEXT NOT NULL, body TEXT NOT NULL, outcome TEXT,
      outcomeAt INTEGER, mail TEXT, mailText TEXT) STRICT`,
    `CREATE INDEX alertOfLogbook ON alert (logbookId, id)`,
    `CREATE TABLE alertCall (
      ruleId INTEGER NOT NULL REFERENCES saved(id) ON DELETE CASCADE, once TEXT NOT NULL, at INTEGER NOT NULL,
      PRIMARY KEY (ruleId, once)) STRICT, WITHOUT ROWID`,
    `CREATE TABLE alertSnooze (
      id INTEGER PRIMARY KEY AUTOINCREMENT, logbookId INTEGER NOT NULL REFERENCES logbook(id) ON DELETE CASCADE,
      ruleId INTEGER REFERENCES saved(id) ON DELETE CASCADE, base TEXT, until INTEGER NOT NULL) STRICT`,
  ],
  "0011-services": [
    `CREATE TABLE serviceAccess (
      logbookId INTEGER NOT NULL REFERENCES logbook(id) ON DELETE CASCADE, service TEXT NOT NULL,
      isUsed INTEGER NOT NULL, url TEXT, token TEXT, byItself TEXT, restsUntil INTEGER,
      PRIMARY KEY (logbookId, service)) STRICT, WITHOUT ROWID`,
    `ALTER TABLE statement ADD COLUMN leftAt INTEGER`,
    `ALTER TABLE job ADD COLUMN service TEXT`,
    `UPDATE job SET service = json_extract(request, '$.service') WHERE kind IN ('send', 'fetch')`,
    `INSERT OR IGNORE INTO confirmation (contactId, channel, sent, sentOn, sentVia, received, receivedOn, receivedVia)
      SELECT contactId, 'tideline', coalesce(sent, 'no'), sentOn, NULL, coalesce(received, 'no'), receivedOn, NULL
      FROM (
        SELECT contactId, max(iif(name = 'EQSL_QSL_SENT', said, NULL)) AS sent,
          max(iif(name = 'EQSL_QSLSDATE', said, NULL)) AS sentOn,
          max(iif(name = 'EQSL_QSL_RCVD', said, NULL)) AS received,
          max(iif(name = 'EQSL_QSLRDATE', said, NULL)) AS receivedOn
        FROM (${UNSIGNED}) WHERE said IS NOT NULL GROUP BY contactId)`,
    `INSERT OR IGNORE INTO outbox (logbookId, service, contactId, queuedAt)
      SELECT logbookId, 'tideline', id, CAST(strftime('%s', 'now') AS INTEGER) FROM contact
      WHERE id IN (SELECT contactId FROM confirmation WHERE channel = 'tideline' AND sent = 'waiting')`,
    `UPDATE contact SET extra = (
        SELECT iif(count(*) = 0, NULL, json_group_array(json(field))) FROM (
          SELECT json_each.value AS field, json_each.key AS place FROM json_each(contact.extra)
          WHERE place NOT IN (SELECT place FROM (${UNSIGNED}) WHERE contactId = contact.id AND said IS NOT NULL)
          ORDER BY place))
      WHERE extra LIKE '%"EQSL_QSL%'`,
  ],
  "0012-identities": [
    `ALTER TABLE serviceAccess ADD COLUMN authority TEXT`,
    `CREATE TABLE identity (
      id INTEGER PRIMARY KEY AUTOINCREMENT, service TEXT NOT NULL,
      logbookId INTEGER REFERENCES logbook(id) ON DELETE SET NULL, call TEXT NOT NULL, entityCode INTEGER NOT NULL,
      fromDay TEXT NOT NULL, toDay TEXT, name TEXT NOT NULL, address TEXT NOT NULL, mail TEXT NOT NULL,
      askedAt INTEGER NOT NULL, request TEXT, key TEXT, reference TEXT, handedAt INTEGER, lookedAt INTEGER,
      sponsors TEXT NOT NULL, refused TEXT, chain TEXT, validFrom INTEGER, validTo INTEGER, replacedBy INTEGER,
      savedAt INTEGER, removedAt INTEGER) STRICT`,
    `CREATE TABLE keyLock (id INTEGER PRIMARY KEY CHECK (id = 1), wrapped TEXT NOT NULL) STRICT`,
  ],
  "0013-asked": [
    `CREATE TABLE asked (
      id INTEGER PRIMARY KEY AUTOINCREMENT, contactId INTEGER NOT NULL REFERENCES contact(id) ON DELETE CASCADE,
      way TEXT NOT NULL, at INTEGER NOT NULL, text TEXT NOT NULL) STRICT`,
    `CREATE INDEX askedOfContact ON asked (contactId, at)`,
  ],
  "0014-in-step": [
    `CREATE TABLE inStep (
      id INTEGER PRIMARY KEY AUTOINCREMENT, logbookId INTEGER NOT NULL REFERENCES logbook(id) ON DELETE CASCADE,
      jobId INTEGER NOT NULL, startedAt INTEGER NOT NULL, endedAt INTEGER, cells TEXT NOT NULL, before TEXT NOT NULL,
      after TEXT) STRICT`,
    `CREATE INDEX inStepOfLogbook ON inStep (logbookId, id)`,
  ],
  "0015-awards": [
    `CREATE TABLE awardCount (
      logbookId INTEGER NOT NULL REFERENCES logbook(id) ON DELETE CASCADE, award TEXT NOT NULL,
      version INTEGER NOT NULL, countedTo INTEGER, PRIMARY KEY (logbookId, award)) STRICT, WITHOUT ROWID`,
    `INSERT INTO awardCount (logbookId, award, version, countedTo) SELECT id, 'entities', 1, NULL FROM logbook`,
    `CREATE TABLE ownAward (
      logbookId INTEGER NOT NULL REFERENCES logbook(id) ON DELETE CASCADE, id TEXT NOT NULL, body TEXT NOT NULL,
      PRIMARY KEY (logbookId, id)) STRICT, WITHOUT ROWID`,
    `CREATE TABLE followedAward (
      logbookId INTEGER NOT NULL REFERENCES logbook(id) ON DELETE CASCADE, award TEXT NOT NULL,
      PRIMARY KEY (logbookId, award)) STRICT, WITHOUT ROWID`,
    `INSERT INTO followedAward (logbookId, award) SELECT id, 'entities' FROM logbook`,
    `CREATE TABLE credit (
      contactId INTEGER NOT NULL REFERENCES contact(id) ON DELETE CASCADE, award TEXT NOT NULL, item TEXT NOT NULL,
      "on" TEXT NOT NULL, state TEXT NOT NULL, day TEXT, claim TEXT, source TEXT NOT NULL, reason TEXT,
      PRIMARY KEY (contactId, award, item, "on")) STRICT, WITHOUT ROWID`,
    `CREATE INDEX creditByAward ON credit (award, item, "on")`,
    `UPDATE saved SET body = json_set(body, '$.awards', json('[]')) WHERE kind = 'alert rule'`,
  ],
  "0016-account": [
    `CREATE TABLE awardAccount (
      logbookId INTEGER NOT NULL REFERENCES logbook(id) ON DELETE CASCADE, service TEXT NOT NULL,
      round INTEGER NOT NULL, fetchedAt INTEGER NOT NULL, totals TEXT NOT NULL,
      PRIMARY KEY (logbookId, service)) STRICT, WITHOUT ROWID`,
    `CREATE TABLE accountCredit (
      logbookId INTEGER NOT NULL REFERENCES logbook(id) ON DELETE CASCADE, service TEXT NOT NULL,
      round INTEGER NOT NULL, serviceId TEXT NOT NULL, award TEXT NOT NULL, item TEXT NOT NULL, "on" TEXT NOT NULL,
      state TEXT NOT NULL, day TEXT NOT NULL, claim TEXT, reason TEXT, ownCall TEXT NOT NULL, call TEXT NOT NULL,
      baseCall TEXT NOT NULL, startedAt INTEGER NOT NULL, band TEXT NOT NULL, mode TEXT NOT NULL,
      modeGroup TEXT NOT NULL, contactId INTEGER,
      PRIMARY KEY (logbookId, service, round, serviceId)) STRICT, WITHOUT ROWID`,
  ],
  "0017-logbooks": [
    `ALTER TABLE logbook ADD COLUMN about TEXT NOT NULL DEFAULT ''`,
    `ALTER TABLE logbook ADD COLUMN power REAL`,
    `ALTER TABLE logbook ADD COLUMN reports TEXT NOT NULL DEFAULT '{}'`,
    `ALTER TABLE logbook ADD COLUMN distances TEXT NOT NULL DEFAULT 'km'`,
    `ALTER TABLE logbook ADD COLUMN goneAt INTEGER`,
  ],
  "0018-site-facts": [
    ...OWN_FIELDS.map(([column]) => `ALTER TABLE contact ADD COLUMN ${column} TEXT`),
    // What files brought of them was kept as it came; what does not fit stays there.
    ...OWN_FIELDS.flatMap(([column, name, longest, written]) => [
      `UPDATE contact SET ${column} = (
          SELECT nullif(${written}(trim(json_extract(value, '$.value'))), '') FROM json_each(contact.extra)
          WHERE json_extract(value, '$.name') = '${name}' AND json_extract(value, '$.userDefined') IS NULL
            AND length(json_extract(value, '$.value')) <= ${longest} LIMIT 1)
        WHERE extra LIKE '%"${name}"%' AND extra NOT LIKE '%"${name}_INTL"%'`,
      `UPDATE contact SET extra = (
          SELECT iif(count(*) = 0, NULL, json_group_array(json(field))) FROM (
            SELECT value AS field FROM json_each(contact.extra)
            WHERE json_extract(value, '$.name') <> '${name}' ORDER BY key))
        WHERE ${column} IS NOT NULL`,
    ]),
    "ALTER TABLE contact ADD COLUMN distanceKm INTEGER",
    "UPDATE contact SET distanceKm = gridDistance(ownGrid, grid) WHERE ownGrid IS NOT NULL AND grid IS NOT NULL",
    "ALTER TABLE contact ADD COLUMN confirmed INTEGER NOT NULL DEFAULT 0",
    `UPDATE contact SET confirmed = 1 WHERE id IN (
      SELECT contactId FROM confirmation WHERE received IN ('confirmed', 'verified'))`,
    ...["island", "summit", "park", "antennas", "validFrom", "validUntil"].map(
      (column) => `ALTER TABLE site ADD COLUMN ${column} TEXT`,
    ),
    `ALTER TABLE site ADD COLUMN logbookId INTEGER REFERENCES logbook(id) ON DELETE SET NULL`,
  ],
  "0019-directories": [
    `CREATE TABLE directory (
      id TEXT PRIMARY KEY, place INTEGER NOT NULL, isUsed INTEGER NOT NULL, settings TEXT, restsUntil INTEGER,
      restsWhy TEXT) STRICT, WITHOUT ROWID`,
    `CREATE TABLE listing (
      baseCall TEXT NOT NULL, directory TEXT NOT NULL, body TEXT, askedAt INTEGER NOT NULL,
      PRIMARY KEY (baseCall, directory)) STRICT, WITHOUT ROWID`,
    `INSERT INTO listing (baseCall, directory, body, askedAt)
      SELECT baseCall, 'almanac', body, askedAt FROM directoryEntry`,
    `DROP TABLE directoryEntry`,
  ],
  "0020-people": [
    `CREATE TABLE person (
      id INTEGER PRIMARY KEY AUTOINCREMENT, name TEXT NOT NULL, username TEXT UNIQUE, call TEXT, role TEXT, goneAt INTEGER,
      email TEXT NOT NULL UNIQUE, emailVerified INTEGER NOT NULL, image TEXT,
      createdAt TEXT NOT NULL, updatedAt TEXT NOT NULL) STRICT`,
    `CREATE TABLE personRole (
      personId INTEGER NOT NULL REFERENCES person(id) ON DELETE CASCADE,
      logbookId INTEGER NOT NULL REFERENCES logbook(id) ON DELETE CASCADE, role TEXT NOT NULL,
      PRIMARY KEY (personId, logbookId)) STRICT, WITHOUT ROWID`,
    `CREATE INDEX personRoleByLogbook ON personRole (logbookId)`,
    `CREATE TABLE login (
      id INTEGER PRIMARY KEY AUTOINCREMENT, userId INTEGER NOT NULL REFERENCES person(id) ON DELETE CASCADE,
      accountId TEXT NOT NULL, providerId TEXT NOT NULL, password TEXT,
      accessToken TEXT, refreshToken TEXT, idToken TEXT, accessTokenExpiresAt TEXT, refreshTokenExpiresAt TEXT,
      scope TEXT, createdAt TEXT NOT NULL, updatedAt TEXT NOT NULL) STRICT`,
    `CREATE INDEX loginByPerson ON login (userId)`,
    `CREATE TABLE session (
      id INTEGER PRIMARY KEY AUTOINCREMENT, userId INTEGER NOT NULL REFERENCES person(id) ON DELETE CASCADE,
      token TEXT NOT NULL UNIQUE, expiresAt TEXT NOT NULL, ipAddress TEXT, userAgent TEXT,
      createdAt TEXT NOT NULL, updatedAt TEXT NOT NULL) STRICT`,
    `CREATE INDEX sessionByPerson ON session (userId)`,
    `CREATE TABLE verification (
      id INTEGER PRIMARY KEY AUTOINCREMENT, identifier TEXT NOT NULL, value TEXT NOT NULL, expiresAt TEXT NOT NULL,
      createdAt TEXT NOT NULL, updatedAt TEXT NOT NULL) STRICT`,
    `CREATE TABLE invitation (
      id INTEGER PRIMARY KEY AUTOINCREMENT, tokenHash TEXT NOT NULL UNIQUE, forWhom TEXT NOT NULL, role TEXT,
      logbookId INTEGER REFERENCES logbook(id) ON DELETE CASCADE,
      personId INTEGER REFERENCES person(id) ON DELETE CASCADE, madeBy TEXT NOT NULL, madeAt INTEGER NOT NULL,
      expiresAt INTEGER NOT NULL, takenAt INTEGER) STRICT`,
    `CREATE INDEX invitationByLogbook ON invitation (logbookId)`,
    `CREATE INDEX invitationByPerson ON invitation (personId)`,
    `ALTER TABLE journalBatch ADD COLUMN personId INTEGER`,
  ],
  "0021-hand-ins": [
    `CREATE TABLE handIn (
      logbookId INTEGER NOT NULL REFERENCES logbook(id) ON DELETE CASCADE, name TEXT NOT NULL,
      contactId INTEGER NOT NULL, PRIMARY KEY (logbookId, name)) STRICT, WITHOUT ROWID`,
    `INSERT OR IGNORE INTO handIn (logbookId, name, contactId)
      SELECT contestEntry.logbookId, handIn, contactId FROM contestHandIn
      JOIN contestEntry ON contestEntry.id = contestHandIn.entryId`,
    `DROP TABLE contestHandIn`,
  ],
  "0022-workspaces": [
    `CREATE TABLE workspace (
      id INTEGER PRIMARY KEY AUTOINCREMENT, personId INTEGER, name TEXT NOT NULL, body TEXT NOT NULL) STRICT`,
    `CREATE UNIQUE INDEX workspaceByName ON workspace (ifnull(personId, 0), name)`,
  ],
  "0023-zero": [`ALTER TABLE logbook ADD COLUMN zero TEXT NOT NULL DEFAULT 'slashed'`],
  "0024-count-together": [`ALTER TABLE logbook ADD COLUMN awardGroup INTEGER`],
  "0025-practice": [
    `CREATE TABLE practiceRun (
      id INTEGER PRIMARY KEY AUTOINCREMENT, logbookId INTEGER NOT NULL REFERENCES logbook(id) ON DELETE CASCADE,
      startedAt INTEGER NOT NULL, line TEXT NOT NULL, body TEXT NOT NULL) STRICT`,
    `CREATE INDEX practiceRunByLogbook ON practiceRun (logbookId, startedAt)`,
  ],
};
