/** Valid requests that read the shop and its lists, and change its settings and feeds. @param valid the `ValidRequests` of the trial */
export const shopRequests = (valid) => ({
  health: () => valid.read('/api/health'),
  signInOptions: () => valid.read('/api/sign-in'),
  me: () => valid.read('/api/me'),
  listPeople: () => valid.read('/api/people'),
  listDevices: () => valid.read('/api/devices'),
  listAccessKeys: () => valid.read('/api/access-keys'),
  listBackups: () => valid.read('/api/backups'),
  askForBackup: () => valid.as('owner', 'POST', '/api/backups', {}),
  shopFacts: () => valid.read('/api/shop'),
  listFamilies: () => valid.read('/api/families'),
  listBladeSets: () => valid.read('/api/blade-sets'),
  listSites: () => valid.read('/api/sites'),
  openChecks: () => valid.read('/api/checks'),
  live: () => valid.read('/api/live'),
  listJobs: () => valid.read('/api/jobs'),
  recomputing: () => valid.read('/api/statuses/recomputing'),
  hoursOverview: () => valid.read('/api/hours'),
  walk: async () => {
    const { next } = await valid.get(`/api/hours/walk?siteId=${valid.siteId}`);
    return valid.read('/api/hours/walk', { siteId: valid.siteId, ...(next && { cursor: next }) });
  },
  suspectReadings: async () => {
    const { next } = await valid.get('/api/hours/suspects');
    return valid.read('/api/hours/suspects', next === null ? {} : { cursor: next });
  },
  outlookOfUnit: () => valid.read(`/api/units/${valid.tag()}/outlook`),
  useOfUnit: () => valid.read(`/api/units/${valid.tag()}/use`),
  storageList: () => valid.read('/api/storage-list'),
  storageUnits: async () => {
    const { next } = await valid.get('/api/storage-list/units');
    return valid.read('/api/storage-list/units', { siteId: valid.siteId, ...(next && { cursor: next }) });
  },
  changeStorageList: async () => {
    const { version } = await valid.get('/api/storage-list');
    return valid.as('lead', 'PUT', '/api/storage-list', { items: [valid.words(), 'Drain the fuel'], version });
  },
  hourFeeds: () => valid.read('/api/hour-feeds'),
  feedPolls: async () => valid.read(`/api/hour-feeds/${await valid.hourFeed()}/polls`),
  unmatchedMachines: async () => valid.read(`/api/hour-feeds/${await valid.hourFeed()}/unmatched`),
  addHourFeed: () => valid.as('owner', 'POST', '/api/hour-feeds', { id: valid.chance.id(), ...valid.feed() }),
  changeHourFeed: async () =>
    valid.as('owner', 'PUT', `/api/hour-feeds/${await valid.hourFeed()}`, { ...valid.feed(), version: 1 }),
  matchMachine: () => {
    const { feedId, machine } = valid.namedMachine;
    return valid.as('lead', 'POST', `/api/hour-feeds/${feedId}/match`, { machine, tag: null });
  },
  listFeeds: () => valid.read('/api/calendar-feeds'),
  calendar: async () => {
    const { path } = await valid.post('/api/calendar-feeds', { name: valid.words(), siteId: null });
    return { method: 'GET', path };
  },
  digestSettings: () => valid.read('/api/digest'),
  exportYardCsv: () => valid.read('/api/exports/yard.csv', { site: 'Yard' }),
  readingsTemplate: () => valid.read('/api/exports/readings-template.csv'),
  readingsImports: () => valid.read('/api/imports/readings'),
  leftBehind: async () => valid.read(`/api/people/${(await valid.person()).id}/left-behind`),
  readingsImport: async () => valid.read(`/api/imports/readings/${await valid.readFile()}`),
  shopRules: () => valid.read('/api/shop-rules', valid.chance.below(0.5) ? {} : { familyId: valid.familyIds[0] }),
  auditLog: () => valid.read('/api/audit-log', valid.chance.below(0.5) ? { before: 100 } : { unit: valid.tag() }),
  exportAuditLog: () => valid.read('/api/audit-log/export.csv', { unit: valid.tag() }),
  family: () => valid.read(`/api/families/${valid.code()}`),
  revisionsOfFamily: () => valid.read(`/api/families/${valid.familyIds[0]}/revisions`),
  previewInUse: () => valid.read(`/api/families/${valid.familyIds[0]}/in-use`),
  adjusting: () => valid.read(`/api/families/${valid.familyIds[0]}/adjusting`),
  engineQuestions: () => valid.read('/api/engine-questions'),
  // A question that only a migration asks, about older checks. It uses a signed check, because the question would
  // change the status beside an open one.
  answerEngineQuestion: async () => {
    const { id } = await valid.signed();
    await valid.askHowEngineWasLeft(id);
    return valid.as('lead', 'POST', `/api/checks/${id}/engine-state`, { closed: valid.chance.below(0.5) });
  },
  openProblems: () => valid.read(`/api/units/${valid.tag()}/problems`),
  openFollowUps: async () => {
    const { next } = await valid.get('/api/follow-ups');
    return valid.read('/api/follow-ups', next === null ? {} : { cursor: next });
  },
  followUpsOfUnit: () => valid.read(`/api/units/${valid.tag()}/follow-ups`),
  bladeBias: () => valid.read(`/api/blade-sets/${valid.setId}/bias`),
  unit: () => valid.read(`/api/units/${valid.tag()}`),
  unitStatus: () => valid.read(`/api/units/${valid.tag()}/status`),
  coursesOfUnit: () => valid.read(`/api/units/${valid.tag()}/courses`),
  readingsOfUnit: () => valid.read(`/api/units/${valid.tag()}/readings`),
  metersOfUnit: () => valid.read(`/api/units/${valid.tag()}/meters`),
  checksOfUnit: () => valid.read(`/api/units/${valid.tag()}/checks`, { before: '2026-05-01T00:00:00Z' }),
  familiesOfStamping: () => valid.read('/api/families-of-stamping', { stamping: 'T45 7' }),
  findAnything: () => valid.read('/api/find', { find: 'pw 1' }),
  yard: () => valid.read('/api/yard', { site: 'Yard' }),
  waiting: () => valid.read('/api/yard/waiting', {}),
  laneUnits: () => valid.read('/api/yard/units', { family: 'Valid', axis: 'days', from: -10, to: 90 }),
  metrics: () => valid.read('/api/metrics'),
  registerPage: async () =>
    valid.read('/api/register', { limit: '5', cursor: (await valid.get('/api/register?limit=3')).next }),
  queue: async () => {
    const { next } = await valid.get('/api/yard/queue?state=ok&limit=3');
    return valid.read('/api/yard/queue', { state: 'ok', limit: '3', ...(next && { cursor: next }) });
  },
  firstDay: () => valid.read('/api/first-day'),
  unitKinds: () => valid.read('/api/unit-kinds'),
  importProgress: () => valid.read('/api/imports/progress', { plan: 'a'.repeat(64) }),
  ...Object.fromEntries(
    [
      ['Units', 'units'],
      ['Families', 'families'],
      ['BladeSets', 'blade-sets'],
      ['Checks', 'checks'],
    ].flatMap(([name, things]) => [
      [`export${name}Csv`, () => valid.read(`/api/exports/${things}.csv`)],
      [`export${name}Json`, () => valid.read(`/api/exports/${things}.json`)],
    ]),
  ),
  unitsTemplate: () => valid.read('/api/exports/units-template.csv'),
  familiesTemplate: () => valid.read('/api/exports/families-template.csv'),
  bladeSetsTemplate: () => valid.read('/api/exports/blade-sets-template.csv'),
  exportShop: () => valid.read('/api/exports/shop.zip'),
  checksTemplate: () => valid.read('/api/exports/checks-template.csv'),
});
