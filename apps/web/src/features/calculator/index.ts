export { Calculator } from './calculator.tsx';
