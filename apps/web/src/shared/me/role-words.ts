import type { Role } from '../api/index.ts';

/** Roles with what they may, in shop words. */
export const ROLE_WORDS: Readonly<Record<Role, { readonly name: string; readonly may: string }>> = {
  viewer: { name: 'Viewer', may: 'looks at everything' },
  technician: { name: 'Technician', may: 'reads meters, checks units, reports trouble' },
  lead: { name: 'Lead', may: 'also settles readings, amends checks, trusts tablets, reads the record' },
  owner: { name: 'Owner', may: 'also people, access keys, backups' },
};
