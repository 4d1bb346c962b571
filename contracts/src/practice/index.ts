export { PracticeRun, PracticeRunInput } from './practice-run.js';
