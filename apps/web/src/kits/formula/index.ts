export { drawnFormula } from './drawnFormula.ts';
