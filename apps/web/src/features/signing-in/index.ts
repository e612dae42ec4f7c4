export { Gate } from './gate.tsx';
export { PersonMenu } from './person-menu.tsx';
