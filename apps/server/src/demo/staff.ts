/** Who works at the demo's county yard. Every name is invented. */
export const SHOP = 'Quillmere Parks & Waterways';
/** Public on the demo's sign-in page. */
export const DEMO_PASSPHRASE = 'sluice gate at seven';
export const DEMO_PIN = '2850';

export interface DemoPerson {
  readonly name: string;
  readonly initials: string;
  readonly role: 'viewer' | 'technician' | 'lead' | 'owner';
}
/** The people who gauge and read meters. */
export const HANDS: readonly DemoPerson[] = [
  { name: 'Ines Pardoe', initials: 'IP', role: 'lead' },
  { name: 'Tomas Aldwin', initials: 'TA', role: 'technician' },
  { name: 'Ketura Moss', initials: 'KM', role: 'technician' },
  { name: 'Bram Ollivant', initials: 'BO', role: 'technician' },
];
export const DESK: readonly DemoPerson[] = [
  { name: 'Odile Farrow', initials: 'OF', role: 'owner' },
  { name: 'Wick Tansley', initials: 'WT', role: 'viewer' },
];
export const PEOPLE = HANDS.map(({ name }) => name);
