export { LoggedSeam, TensionView, TestSeamInput } from './test-seam.js';
