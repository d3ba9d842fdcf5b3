/** How fast a motion goes, so that steps can be kept short. */

/** The fastest of some links [rad/s, sizes/s]. @param unit what one radian or metre of each link is in radians and sizes */
export function paceOf(rates: Float64Array, links: Int32Array, unit: Float64Array): number {
  let most = 0
  for (let n = 0; n < links.length; n++) {
    const pace = Math.abs(rates[links[n]]) * unit[links[n]]
    if (pace > most) most = pace
  }
  return most
}
