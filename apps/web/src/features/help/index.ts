export { HelpPage } from './help-page.tsx';
