/** From these shares of the knob's travel on, its end is near. Assumptions. */
const NEAR_OFF = 0.1;
const NEAR_IN = 0.85;

/**
 * Pre-tension wraps to add (1) or remove (-1) if a setting is so near an end of the knob's travel that the knob alone
 * is not enough; else 0. A wrap multiplies the tension by e^m (capstan, handbook): near fully off the thread is still
 * too tight and loses one, near fully in it is still too slack and gains one. Common practice names only the first,
 * on heavy thread.
 */
export function wrapsAtTravelEnd(turns: number, travelTurns: number): -1 | 0 | 1 {
  if (turns >= NEAR_IN * travelTurns) return 1;
  return turns <= NEAR_OFF * travelTurns ? -1 : 0;
}
