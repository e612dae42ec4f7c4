import type { Role } from '../api/index.ts';

/** Roles and their rights, in shop words. */
export const ROLE_WORDS: Readonly<Record<Role, { readonly name: string; readonly may: string }>> = {
  viewer: { name: 'Viewer', may: 'sees everything' },
  technician: { name: 'Technician', may: 'reads meters, checks units, reports problems' },
  lead: { name: 'Lead', may: 'also resolves readings, corrects checks, trusts tablets, reads the audit log' },
  owner: { name: 'Owner', may: 'also people, access keys, backups' },
};
