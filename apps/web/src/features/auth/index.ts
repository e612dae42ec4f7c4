export { SessionGate } from './session-gate.tsx';
export { PersonMenu } from './person-menu.tsx';
