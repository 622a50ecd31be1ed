import { brokenActs } from '../testing/brokenActs.ts';

brokenActs('jobs');
