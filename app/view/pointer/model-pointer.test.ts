/** The pointer on a model that is one body at the left half of the canvas and a joint's glyph at (10, 10). */
import { describe, expect, it, vi } from 'vitest'
import { ModelPointer } from './model-pointer'
import type { PointerPress } from './model-pointer'
import type { Drawing } from './gestures'
import type { DrawnPoints, Grip } from '~/view/overlays'

const ARM = { body: 'arm', onBody: [1, 0, 0], world: [2, 0, 0] }

function set({
  picking = false,
  drawing = null as Drawing | null,
  grips = [] as Grip[],
  drawn = null as DrawnPoints | null,
  knob = null as 'lower' | null,
  handle = false,
  canMove = true,
} = {}) {
  const view = {
    onHandle: () => handle,
    dialKnob: () => knob,
    hitAt: (x: number) => (x < 50 ? (ARM as never) : null),
    pick: (x: number, y: number) =>
      x === 10 && y === 10
        ? { kind: 'joint' as const, id: 'pin' }
        : x < 50
          ? { kind: 'body' as const, id: 'arm' }
          : null,
    toGround: (): [number, number, number] => [9, 9, 9],
    sight: {
      onCanvas: (): [number, number] => [80, 80],
      onPlane: vi.fn((x: number, y: number): [number, number, number] => [x, y, 0]),
    },
    setOrbiting: vi.fn(),
  }
  const ports = {
    view: () => view,
    isPicking: () => picking,
    offer: vi.fn(),
    take: vi.fn(),
    drawing: () => drawing,
    grips: () => grips,
    drawn: () => drawn,
    canMove: () => canMove,
    grab: vi.fn(),
    drag: vi.fn(),
    letGo: vi.fn(() => Promise.resolve()),
    pullKnob: vi.fn(),
    letGoOfKnob: vi.fn(() => Promise.resolve()),
    click: vi.fn(),
  }
  const capture = vi.fn()
  const at = (x: number, y: number, more: Partial<PointerPress> = {}): PointerPress => ({
    clientX: x,
    clientY: y,
    offsetX: x,
    offsetY: y,
    button: 0,
    altKey: false,
    ctrlKey: false,
    metaKey: false,
    shiftKey: false,
    pointerId: 1,
    target: { setPointerCapture: capture } as unknown as EventTarget,
    ...more,
  })
  return { pointer: new ModelPointer(ports), view, ports, at, capture }
}

describe('a click on the model', () => {
  it('selects what is there; with Ctrl, Shift or the command key beside what is selected', async () => {
    const { pointer, ports, at } = set()
    for (const keys of [{}, { ctrlKey: true }, { shiftKey: true }, { metaKey: true }]) {
      pointer.press(at(20, 20, keys))
      await pointer.release(at(23, 20, keys))
    }
    pointer.press(at(70, 20))
    await pointer.release(at(70, 20))
    const arm = { kind: 'body', id: 'arm' }
    expect(ports.click.mock.calls).toEqual([
      [arm, false],
      [arm, true],
      [arm, true],
      [arm, true],
      [null, false],
    ])
    expect(ports.letGo).toHaveBeenCalledWith('arm', false)
  })

  it('is none with another button, or after the pointer has moved', async () => {
    const { pointer, ports, at } = set()
    pointer.press(at(70, 20))
    await pointer.release(at(75, 20))
    pointer.press(at(70, 20, { button: 2 }))
    await pointer.release(at(70, 20, { button: 2 }))
    await pointer.release(at(70, 20))
    expect(ports.click).not.toHaveBeenCalled()
  })

  it('takes what is offered while a pick is wanted, and grabs nothing', async () => {
    const { pointer, ports, at } = set({ picking: true })
    pointer.move(at(20, 20))
    pointer.press(at(20, 20))
    await pointer.release(at(20, 20))
    expect(ports.offer.mock.calls).toEqual([
      [20, 20],
      [20, 20],
    ])
    expect(ports.take).toHaveBeenCalledTimes(1)
    expect([ports.grab.mock.calls, ports.click.mock.calls]).toEqual([[], []])
  })

  it('sets a point on the plane that is drawn on', async () => {
    const draw = vi.fn()
    const { pointer, view, ports, at } = set({ drawing: { through: [1, 1, 1], normal: [0, 1, 0], draw } })
    pointer.press(at(20, 30))
    await pointer.release(at(20, 30))
    expect(view.sight.onPlane).toHaveBeenCalledWith(20, 30, [1, 1, 1], [0, 1, 0])
    expect(draw).toHaveBeenCalledExactlyOnceWith([20, 30, 0])
    expect(ports.grab).not.toHaveBeenCalled()
  })
})

describe('dragging on the model', () => {
  it('moves a body that can move, through the point at which it was grabbed, and does not turn the view', async () => {
    const { pointer, view, ports, at, capture } = set()
    pointer.press(at(20, 20, { shiftKey: true }))
    expect(ports.grab).toHaveBeenCalledExactlyOnceWith('arm', [1, 0, 0], true)
    expect(view.setOrbiting).toHaveBeenLastCalledWith(false)
    pointer.move(at(22, 20))
    expect(ports.drag).not.toHaveBeenCalled()
    pointer.move(at(30, 20))
    // back near where it began it still drags
    pointer.move(at(21, 20))
    expect(view.sight.onPlane).toHaveBeenCalledWith(30, 20, [2, 0, 0])
    expect(ports.drag.mock.calls).toEqual([[[30, 20, 0]], [[21, 20, 0]]])
    expect(capture).toHaveBeenCalledTimes(1)
    await pointer.release(at(21, 20))
    expect(ports.letGo).toHaveBeenCalledExactlyOnceWith('arm', true)
    expect(ports.click).not.toHaveBeenCalled()
    expect(view.setOrbiting).toHaveBeenLastCalledWith(true)
    pointer.move(at(60, 20))
    expect(ports.drag).toHaveBeenCalledTimes(2)
  })

  it.each([
    ['with Alt', set(), { altKey: true }, 20],
    ['with another button', set(), { button: 1 }, 20],
    ['of a body that cannot move', set({ canMove: false }), {}, 20],
    ['of a glyph', set(), {}, 10],
    ['on a handle', set({ handle: true }), {}, 20],
    ['beside the model', set(), {}, 90],
  ])('%s turns the view', (_, { pointer, view, ports, at }, keys, x) => {
    pointer.press(at(x, x, keys))
    pointer.move(at(x + 20, x, keys))
    expect([ports.grab.mock.calls, ports.drag.mock.calls, view.setOrbiting.mock.calls]).toEqual([[], [], []])
  })

  it('of a datum that is offered for it goes before what is under it', () => {
    const { pointer, ports, at } = set({ grips: [{ body: 'rod', point: [3, 0, 0] }] })
    pointer.press(at(66, 80))
    expect(ports.grab).toHaveBeenCalledExactlyOnceWith('rod', [3, 0, 0], false)
    pointer.press(at(65, 80))
    expect(ports.grab).toHaveBeenCalledTimes(1)
  })

  it('of a point of a drawing moves that point, once it has moved, and nothing else', async () => {
    const pull = vi.fn()
    const drawn: DrawnPoints = { points: [[1, 2, 3]], normal: [0, 0, 1], pull }
    const { pointer, view, ports, at } = set({ drawn })
    pointer.press(at(78, 82))
    pointer.move(at(80, 82))
    expect(pull).not.toHaveBeenCalled()
    pointer.move(at(90, 82))
    await pointer.release(at(95, 82))
    expect(pull.mock.calls).toEqual([
      [0, [90, 82, 0], false],
      [0, [95, 82, 0], true],
    ])
    expect(view.sight.onPlane).toHaveBeenLastCalledWith(95, 82, [1, 2, 3], [0, 0, 1])
    expect([ports.grab.mock.calls, ports.click.mock.calls]).toEqual([[], []])
    // beside it the body is grabbed as ever
    pointer.press(at(20, 20))
    expect(ports.grab).toHaveBeenCalledTimes(1)
  })

  it('of the knob of a limit sets the limit and selects nothing', async () => {
    const { pointer, view, ports, at } = set({ knob: 'lower' })
    pointer.press(at(20, 20))
    pointer.move(at(40, 30))
    await pointer.release(at(20, 20))
    expect(ports.pullKnob.mock.calls).toEqual([['lower', 40, 30]])
    expect(ports.letGoOfKnob).toHaveBeenCalledTimes(1)
    expect([ports.grab.mock.calls, ports.click.mock.calls]).toEqual([[], []])
    expect(view.setOrbiting.mock.calls).toEqual([[false], [true]])
  })
})
