export {
  HOOK_MEASURES,
  hookFigures,
  judgeHook,
  LOOP_CATCHES,
  NEEDLE_PUSHES,
  type HookBook,
  type HookCause,
  type HookFigures,
  type HookJudgement,
  type HookMeasure,
  type HookReading,
  type HookLimits,
} from './judge-hook.js';
