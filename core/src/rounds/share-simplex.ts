/**
 * Projects the shares of a visit so that each is 0 or more and together they do not exceed its cost (Michelot 1986).
 *
 * @param places indices in `shares` of the visit's shares
 */
export function toSimplex(shares: Float64Array, places: Int32Array | readonly number[], most: number): void {
  let sum = 0;
  for (const at of places) {
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
    for (const at of places) {
      const share = shares[at]!;
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
  for (const at of places) shares[at] = Math.max(0, shares[at]! - over);
}
