export { AssignStep } from './AssignStep.tsx';
