/** The secrets of everyone in the shop of a trial. */
export const PASSPHRASE = 'seven dry gravel sacks';
export const PIN = '2580';
