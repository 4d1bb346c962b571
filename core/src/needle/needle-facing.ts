/** Which side the hook is on, as seen by the operator. */
export const HOOK_SIDES = ['left', 'right', 'front', 'back'] as const;
export type HookSide = (typeof HOOK_SIDES)[number];

/** How a round-shank needle is turned in its clamp. */
export interface NeedleFacing {
  /** The scarf faces the hook. */
  readonly scarf: HookSide;
  /** The long groove faces where the thread enters, opposite the hook. */
  readonly longGroove: HookSide;
}

const OPPOSITE: Readonly<Record<HookSide, HookSide>> = {
  left: 'right',
  right: 'left',
  front: 'back',
  back: 'front',
};

/** How the needle faces for a hook side. Common practice. @example needleFacing('left').longGroove // 'right' */
export function needleFacing(hookSide: HookSide): NeedleFacing {
  return { scarf: hookSide, longGroove: OPPOSITE[hookSide] };
}
