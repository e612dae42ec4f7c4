export { PeoplePage } from './people-page.tsx';
