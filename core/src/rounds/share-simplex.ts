/**
 * Brings the shares of one visit to 0 or more and no more than it costs together, by the least change (Michelot 1986).
 *
 * @param places where the shares of the visit stand in `shares`
 */
export function toSimplex(shares: Float64Array, places: ArrayLike<number>, most: number): void {
  let sum = 0;
  for (let i = 0; i < places.length; i++) {
    const at = places[i]!;
    if (shares[at]! < 0) shares[at] = 0;
    sum += shares[at]!;
  }
  if (sum <= most) return;
  let over = -Infinity;
  let members = places.length;
  let inside = sum;
  for (;;) {
    over = (inside - most) / members;
    let nextMembers = 0;
    let nextInside = 0;
    for (let i = 0; i < places.length; i++) {
      const share = shares[places[i]!]!;
      if (share > over) {
        nextMembers++;
        nextInside += share;
      }
    }
    // Rounding must not bring members back, nor leave none.
    if (nextMembers >= members || nextMembers === 0) break;
    members = nextMembers;
    inside = nextInside;
  }
  for (let i = 0; i < places.length; i++) shares[places[i]!] = Math.max(0, shares[places[i]!]! - over);
}
