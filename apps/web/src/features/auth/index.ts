export { Gate } from './session-gate.tsx';
export { PersonMenu } from './person-menu.tsx';
