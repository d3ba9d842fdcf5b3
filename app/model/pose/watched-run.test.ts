import { describe, expect, it } from 'vitest'
import { WatchedRun } from './watched-run'

const solving = { partial: true, live: true, playing: false }
const done = { ...solving, partial: false }

describe('a run that is watched while it is solved', () => {
  it('takes the playhead along, and back to its place at the end', () => {
    const watched = new WatchedRun()
    expect(watched.next({ ...solving, time: 1.3, end: 0.5 })).toBe(0.5)
    expect(watched.next({ ...solving, time: 0.5, end: 1.9 })).toBe(1.9)
    expect(watched.next({ ...done, time: 1.9, end: 4 })).toBe(1.3)
    // one that ends before that place
    expect(watched.next({ ...solving, time: 1.3, end: 0.2 })).toBe(0.2)
    expect(watched.next({ ...done, time: 0.2, end: 0.8 })).toBe(0.8)
  })

  it('leaves a playhead alone that plays, or that somebody has moved', () => {
    const watched = new WatchedRun()
    expect(watched.next({ ...solving, playing: true, time: 0.1, end: 0.5 })).toBe(0.1)
    expect(watched.next({ ...solving, time: 0.2, end: 0.9 })).toBe(0.9)
    watched.leave(true, 0.4, 0.9)
    expect(watched.next({ ...solving, time: 0.4, end: 1.5 })).toBe(0.4)
    expect(watched.next({ ...done, time: 0.4, end: 2 })).toBe(0.4)
    // the next run is watched again
    expect(watched.next({ ...solving, time: 0.4, end: 0.5 })).toBe(0.5)
  })

  it('takes the playhead to a time that was asked for before it was solved', () => {
    const watched = new WatchedRun()
    watched.next({ ...solving, time: 0, end: 0.5 })
    watched.leave(true, 1.1, 0.5)
    expect(watched.next({ ...solving, time: 0.5, end: 0.9 })).toBe(0.9)
    expect(watched.next({ ...solving, time: 0.9, end: 1.4 })).toBe(1.1)
    expect(watched.next({ ...solving, time: 1.1, end: 1.9 })).toBe(1.1)
    // moved elsewhere meanwhile, it is forgotten; a run that ends before it shows its end
    watched.leave(true, 3, 1.9)
    watched.leave(true, 0.2, 1.9)
    expect(watched.next({ ...solving, time: 0.2, end: 3.5 })).toBe(0.2)
    watched.leave(true, 9, 3.5)
    expect(watched.next({ ...done, time: 3.5, end: 4 })).toBe(4)
    expect(watched.next({ ...done, time: 1, end: 10 })).toBe(1)
  })

  it('goes back to its place when it is switched off', () => {
    const watched = new WatchedRun()
    watched.next({ ...solving, time: 0, end: 0.5 })
    expect(watched.next({ ...solving, live: false, time: 0.5, end: 0.5 })).toBe(0)
  })
})
