export { EDGE_GUIDES, footDiffers, type EdgeGuide, type HandSettings } from './hand-setting.js';
