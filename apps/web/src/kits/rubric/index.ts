export { RubricLines } from './RubricLines.tsx';
