/** Valid requests about readings, use, problems and checks. @param valid the `ValidRequests` of the trial */
export const workRequests = (valid) => ({
  listAttachments: async () =>
    valid.read('/api/attachments', { unitId: (await valid.get(`/api/units/${valid.tag()}`)).id }),
  attachFile: () => valid.photo(),
  attachment: async () => valid.read(`/api/attachments/${(await valid.requester.must(await valid.photo())).id}`),
  takeOffAttachment: async () =>
    valid.as('lead', 'DELETE', `/api/attachments/${(await valid.requester.must(await valid.photo())).id}`),
  recordReading: () => valid.reading(),
  settleReading: async () =>
    valid.as('lead', 'POST', `/api/readings/${await valid.suspect()}/settle`, { decision: 'rejected' }),
  settleReadings: async () =>
    valid.as('lead', 'POST', '/api/readings/settle', {
      settlements: [
        { id: await valid.suspect(), decision: 'rejected' },
        { id: await valid.suspect(), decision: 'as-read' },
      ],
    }),
  reopenReading: async () => {
    const id = await valid.suspect();
    await valid.post(`/api/readings/${id}/settle`, { decision: 'rejected' });
    return valid.as('lead', 'POST', `/api/readings/${id}/reopen`, {});
  },
  recordReadings: () => {
    const [tag, other] = [valid.tag(), valid.tag()];
    const readings = [tag, other].map((each) => ({ ...valid.reading(each).body, tag: each }));
    return valid.as('technician', 'POST', '/api/hours/readings', { readings });
  },
  orderWalk: async () => {
    const { lines } = await valid.get(`/api/hours/walk?siteId=${valid.siteId}`);
    const [moved, after] = [lines.at(-1), lines[0]];
    return valid.as('technician', 'POST', '/api/hours/walk/order', {
      unitId: moved.unitId,
      afterId: after.unitId === moved.unitId || valid.chance.below(0.3) ? null : after.unitId,
    });
  },
  readReadings: () => ({
    ...valid.as('lead', 'POST', '/api/imports/readings'),
    query: { name: 'hours.csv' },
    bytes: valid.readingsFile(),
  }),
  importReadings: async () =>
    valid.as('lead', 'POST', `/api/imports/readings/${await valid.readFile()}/start`, { withoutRefused: false }),
  cancelReadings: async () => valid.as('lead', 'POST', `/api/imports/readings/${await valid.readFile()}/cancel`, {}),
  addFeed: () => valid.as('lead', 'POST', '/api/calendar-feeds', { name: valid.words(), siteId: valid.siteId }),
  revokeFeed: async () => {
    const { id } = await valid.post('/api/calendar-feeds', { name: valid.words(), siteId: null });
    return valid.as('lead', 'POST', `/api/calendar-feeds/${id}/revoke`, {});
  },
  changeDigest: async () => {
    const { version } = await valid.get('/api/digest');
    return valid.as('owner', 'PUT', '/api/digest', valid.digest(version));
  },
  sendDigest: async () => {
    const { version, recipients } = await valid.get('/api/digest');
    // A concurrent request may just have set it up.
    if (recipients.length === 0)
      await valid.requester.send(valid.as('owner', 'PUT', '/api/digest', valid.digest(version)));
    return valid.as('owner', 'POST', '/api/digest/send', {});
  },
  enterUse: async () => {
    const { tag } = await valid.post('/api/units', { ...valid.unit(valid.words()), noMeter: true });
    return valid.as('technician', 'POST', `/api/units/${tag}/use`, valid.use());
  },
  voidUse: async () => {
    const { tag } = await valid.post('/api/units', { ...valid.unit(valid.words()), noMeter: true });
    const { id } = await valid.post(`/api/units/${tag}/use`, valid.use());
    return valid.as('lead', 'POST', `/api/use/${id}/void`, {});
  },
  amendReading: async () => {
    const id = await valid.suspect();
    await valid.post(`/api/readings/${id}/settle`, { decision: 'as-read' });
    return valid.as('lead', 'POST', `/api/readings/${id}/amend`, { decision: 'rejected', reason: 'Misread.' });
  },
  reportProblem: () =>
    valid.as('technician', 'POST', `/api/units/${valid.tag()}/problems`, {
      id: valid.chance.id(),
      symptom: 'clatter',
      note: '',
    }),
  startCheck: async () => {
    const { tag } = await valid.post('/api/units', valid.unit(valid.words()));
    return valid.as('technician', 'POST', `/api/units/${tag}/checks`, { id: valid.chance.id() });
  },
  check: async () => valid.read(`/api/checks/${(await valid.bench(false)).id}`),
  saveDraft: async () => {
    const { id, whole } = await valid.bench(false);
    return valid.as('technician', 'PUT', `/api/checks/${id}/draft`, { version: 1, draft: whole });
  },
  signCheck: async () =>
    valid.as('technician', 'POST', `/api/checks/${(await valid.bench(true)).id}/sign`, { version: 2, note: 'Dry.' }),
  putAside: async () =>
    valid.as('technician', 'POST', `/api/checks/${(await valid.bench(false)).id}/put-aside`, { version: 1 }),
  closeFollowUp: async () => {
    const [open] = await valid.get(`/api/units/${(await valid.signed()).tag}/follow-ups`);
    return valid.as('technician', 'POST', `/api/follow-ups/${open.id}/close`, { note: 'Done.' });
  },
  enterPastCheck: async () => {
    const { tag, inServiceOn } = await valid.get(`/api/units/${valid.tag()}`);
    return valid.as('lead', 'POST', `/api/units/${tag}/past-checks`, {
      id: valid.chance.id(),
      doneOn: inServiceOn,
      hours: null,
      doneBy: valid.words(),
      engine: 'cold',
      unit: 'mm',
      note: '',
      valves: [{ cylinder: 1, kind: 'intake', ordinal: 1, found: '0.12-0.16', left: 'in spec' }],
    });
  },
  amendCheck: async () =>
    valid.as('lead', 'POST', `/api/checks/${(await valid.signed()).id}/amendments`, {
      id: valid.chance.id(),
      kind: 'struck',
      reason: 'Wrong unit.',
    }),
});
