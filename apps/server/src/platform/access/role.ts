/** Roles of people; each role includes the rights of the ones before it. */
export const ROLES = ['viewer', 'technician', 'lead', 'owner'] as const;
export type Role = (typeof ROLES)[number];

export const atLeast = (role: Role, least: Role): boolean => ROLES.indexOf(role) >= ROLES.indexOf(least);

/** Scopes of access keys. */
export const SCOPES = ['read', 'readings', 'register', 'metrics'] as const;
export type Scope = (typeof SCOPES)[number];
