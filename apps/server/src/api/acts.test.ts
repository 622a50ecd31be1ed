import { brokenActs } from '../testing/brokenActs.ts';

brokenActs(0);
