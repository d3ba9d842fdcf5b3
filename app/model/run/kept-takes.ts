/**
 * Takes that were solved, by what they were solved from (see `motionFingerprint` of the core): the newest few in memory, so that an
 * undone edit or another scenario is there at once, and the last one of each mechanism in IndexedDB, so that it survives
 * a reload.
 */
import type { Take } from '@ligamen/core'
import { browserStore } from '../browser-store'

export interface KeptTake {
  readonly fingerprint: string
  readonly take: Take
  /** How long it was solved for. */
  readonly milliseconds: number
}

/** Takes of another shape than this one are not read. */
const SHAPE = 4
const MOST_TAKES = 6
/** In memory, and of one that is stored [bytes]. */
const MOST_MEMORY = 256 * 2 ** 20
const MOST_STORED = 96 * 2 ** 20
/** Mechanisms whose last take is stored. */
const MOST_MECHANISMS = 8

export const sizeOf = (take: Take): number =>
  take.poses.byteLength + 3 * take.coordinates.byteLength + take.probes.byteLength

export class KeptTakes {
  private takes: readonly KeptTake[] = []

  /** What the takes at hand were solved from. */
  get known(): string[] {
    return this.takes.map(({ fingerprint }) => fingerprint)
  }

  get(fingerprint: string): KeptTake | undefined {
    return this.takes.find((kept) => kept.fingerprint === fingerprint)
  }

  put(kept: KeptTake): void {
    const others = this.takes.filter(({ fingerprint }) => fingerprint !== kept.fingerprint)
    let room = MOST_MEMORY - sizeOf(kept.take)
    const left = others.slice(0, MOST_TAKES - 1).filter(({ take }) => (room -= sizeOf(take)) >= 0)
    this.takes = [kept, ...left]
  }

  clear(): void {
    this.takes = []
  }
}

interface Stored extends KeptTake {
  readonly shape: number
}

/** Where the mechanisms are in the order of their newest takes; the takes themselves are too large to be read for that. */
const ORDER = 'order'

const store = browserStore('ligamen-takes', 'takes')

export const storedTakes = {
  async read(mechanism: string): Promise<KeptTake | null> {
    const stored = await store.get<Stored>(mechanism)
    return stored?.shape === SHAPE ? stored : null
  },

  /** Stores the last take of a mechanism; the oldest of other mechanisms make room. */
  async write(mechanism: string, kept: KeptTake): Promise<void> {
    if (sizeOf(kept.take) > MOST_STORED) return
    await store.set(mechanism, { ...kept, shape: SHAPE } satisfies Stored)
    let old: string[] = []
    await store.update<string[]>(ORDER, (before = []) => {
      const order = [mechanism, ...before.filter((id) => id !== mechanism)]
      old = order.slice(MOST_MECHANISMS)
      return order.slice(0, MOST_MECHANISMS)
    })
    await store.deleteAll(old)
  },
}
