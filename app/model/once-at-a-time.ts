/** Work that is not begun again while it is under way: the second press of a double click makes nothing twice. */
export function onceAtATime<Given extends unknown[]>(
  work: (...given: Given) => Promise<void>,
): (...given: Given) => Promise<void> {
  let isUnderWay = false
  return async (...given) => {
    if (isUnderWay) return
    isUnderWay = true
    try {
      await work(...given)
    } finally {
      isUnderWay = false
    }
  }
}
