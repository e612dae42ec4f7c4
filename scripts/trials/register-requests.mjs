import { PASSPHRASE, PIN } from './trial-people.mjs';
import { NO_RULES } from './valid-bodies.mjs';

/** Valid requests about files, people, families, blade sets and units. @param valid the `ValidRequests` of the trial */
export const registerRequests = (valid) => ({
  previewUnits: () => ({
    ...valid.as('lead', 'POST', '/api/imports/units/preview'),
    query: { format: 'csv' },
    bytes: valid.file(valid.unitRows()),
  }),
  previewFamilies: () => ({
    ...valid.as('lead', 'POST', '/api/imports/families/preview'),
    query: { format: 'csv' },
    bytes: valid.familyRows(),
  }),
  previewBladeSets: () => ({
    ...valid.as('lead', 'POST', '/api/imports/blade-sets/preview'),
    query: { format: 'csv' },
    bytes: valid.bladeRows(),
  }),
  previewChecks: async () => ({
    ...valid.as('lead', 'POST', '/api/imports/checks/preview'),
    query: { format: 'csv' },
    bytes: await valid.checkRows(),
  }),
  importChecks: async () => valid.plan('checks', await valid.checkRows()),
  importUnits: () => valid.plan('units', valid.file(valid.unitRows(2))),
  importFamilies: () => valid.plan('families', valid.familyRows()),
  importBladeSets: () => valid.plan('blade-sets', valid.bladeRows()),
  signIn: () => ({ method: 'POST', path: '/api/sign-in', body: { initials: 'VV', passphrase: PASSPHRASE } }),
  signInByPin: () => ({
    method: 'POST',
    path: '/api/sign-in/pin',
    cookie: valid.tablet,
    body: { initials: 'TT', pin: PIN },
  }),
  // A shop is set up once; its code is used up then.
  setUp: () => ({
    method: 'POST',
    path: '/api/set-up',
    body: {
      code: valid.setUpCode,
      shopName: 'Weir',
      timeZone: 'UTC',
      owner: { id: valid.chance.id(), name: 'Una', initials: 'UM', passphrase: PASSPHRASE },
    },
  }),
  signOut: async () => {
    await valid.signIn('viewer');
    const asked = valid.as('viewer', 'POST', '/api/sign-out', { everywhere: false });
    await valid.signIn('viewer');
    return asked;
  },
  changeOwnSecrets: () => valid.as('technician', 'PUT', '/api/me/secrets', { current: PASSPHRASE, pin: PIN }),
  giveSecrets: async () =>
    valid.as('owner', 'POST', `/api/people/${(await valid.person()).id}/secrets`, { pin: '8642' }),
  addPerson: () =>
    valid.as('owner', 'POST', '/api/people', {
      id: valid.chance.id(),
      name: 'Nell Shale',
      initials: valid.chance.id().slice(0, 6),
      role: 'viewer',
    }),
  changePerson: async () => {
    const { id, ...person } = await valid.person();
    return valid.as('owner', 'PUT', `/api/people/${id}`, { ...person, name: 'Nell Slate', version: 1, active: true });
  },
  trustDevice: () => valid.as('lead', 'POST', '/api/devices', { id: valid.chance.id(), name: 'Tablet' }),
  revokeDevice: async () => {
    const id = valid.chance.id();
    await valid.post('/api/devices', { id, name: 'Tablet' });
    return valid.as('lead', 'POST', `/api/devices/${id}/revoke`, {});
  },
  createAccessKey: () =>
    valid.as('owner', 'POST', '/api/access-keys', { id: valid.chance.id(), name: 'Gateway', scopes: ['read'] }),
  revokeAccessKey: async () => {
    const id = valid.chance.id();
    await valid.post('/api/access-keys', { id, name: 'Gateway', scopes: ['read'] });
    return valid.as('owner', 'POST', `/api/access-keys/${id}/revoke`, {});
  },
  previewShopRules: () =>
    valid.as('lead', 'POST', '/api/shop-rules/preview', { familyId: null, own: { ...NO_RULES, leadDays: 20 } }),
  changeShopRules: async () => {
    const [familyId] = valid.familyIds.slice(-1);
    const { number } = await valid.get(`/api/shop-rules?familyId=${familyId}`);
    return valid.as('lead', 'POST', '/api/shop-rules', {
      id: valid.chance.id(),
      familyId,
      own: { ...NO_RULES, leadDays: 20 + (number % 2) },
      number,
      reason: 'Agreed.',
    });
  },
  changeLocale: () => valid.as('lead', 'PUT', '/api/shop/locale', { locale: 'en-GB' }),
  changeGapUnit: () => valid.as('lead', 'PUT', '/api/shop/gap-unit', { gapUnit: 'thou' }),
  changeTimeZone: async () => {
    const { timeZone } = await valid.get('/api/shop');
    return valid.as('owner', 'PUT', '/api/shop/time-zone', {
      timeZone: timeZone === 'UTC' ? 'America/Chicago' : 'UTC',
      instead: timeZone,
    });
  },
  enterFamily: () => valid.as('lead', 'POST', '/api/families', valid.family(valid.words())),
  changeFamily: async () => {
    const whole = valid.family(valid.words());
    await valid.post('/api/families', whole);
    const { id, source: _source, ...fields } = whole;
    return valid.as('lead', 'PUT', `/api/families/${id}`, { ...fields, layout: 'handheld', version: 1 });
  },
  addSource: () => valid.as('lead', 'POST', `/api/families/${valid.familyIds[1]}/sources`, valid.source()),
  chooseSource: async () => {
    const { id, revision, sources } = await valid.get(`/api/families/${valid.code()}`);
    const sourceId = sources.some(({ inUse }) => inUse) ? null : sources[0].id;
    return valid.as('lead', 'POST', `/api/families/${id}/in-use`, {
      id: valid.chance.id(),
      sourceId,
      reason: 'Agreed.',
      revision,
    });
  },
  enterBladeSet: () => valid.as('lead', 'POST', '/api/blade-sets', valid.set()),
  changeBladeSet: async () => {
    const whole = valid.set();
    await valid.post('/api/blade-sets', whole);
    const { id, ...fields } = whole;
    return valid.as('lead', 'PUT', `/api/blade-sets/${id}`, { ...fields, shape: 'bent', version: 1 });
  },
  enterUnit: () => valid.as('lead', 'POST', '/api/units', valid.unit(valid.words())),
  changeUnit: async () => {
    const { id, ...fields } = valid.unit(valid.words());
    await valid.post('/api/units', { id, ...fields });
    return valid.as('lead', 'PUT', `/api/units/${id}`, { ...fields, kind: 'Blower', version: 1 });
  },
  changeUnits: async () => {
    const { lines } = await valid.get('/api/register?limit=20');
    return valid.as('lead', 'POST', '/api/register/change', {
      unitIds: lines.map(({ id }) => id),
      use: valid.chance.pick(['stored', 'in-service']),
    });
  },
  addSite: () => valid.as('lead', 'POST', '/api/sites', { id: valid.chance.id(), name: valid.words() }),
});
