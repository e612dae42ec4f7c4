/** What a person may do; each role may all that the ones before it may. */
export const ROLES = ['viewer', 'technician', 'lead', 'owner'] as const;
export type Role = (typeof ROLES)[number];

export const atLeast = (role: Role, least: Role): boolean => ROLES.indexOf(role) >= ROLES.indexOf(least);

/** What a machine's key may do. */
export const SCOPES = ['read', 'readings', 'register', 'metrics'] as const;
export type Scope = (typeof SCOPES)[number];
