export { ConnectionState, useConnection, type Connection } from './connection.ts';
export { useLive } from './use-live.ts';
