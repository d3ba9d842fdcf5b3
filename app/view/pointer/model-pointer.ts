/**
 * The pointer on the model as a state machine: a click selects, picks or sets a point; dragging a body that can move moves
 * it, dragging the knob of a limit or a point of a drawing sets that; dragging anything else turns the view. Alt with the first button always
 * turns the view.
 */
import type { Sight } from '~/view/three/sight'
import type { BodyHit } from '~/view/three/bodies'
import type { Limit } from '~/view/three/travel-dial'
import type { Hit } from '~/view/three/viewport'
import type { Drawing } from './gestures'
import type { DrawnPoints, Grip } from '~/view/overlays'

/** A press that moves less than this is a click [px]. */
const CLICK = 4
/** How near a datum that is offered to be dragged is grabbed [px]. */
const GRIP = 14

type Vector = readonly [number, number, number]

/** What of a pointer event counts: on the screen, on the canvas, and with what it was pressed. */
export type PointerPress = Pick<
  PointerEvent,
  | 'clientX'
  | 'clientY'
  | 'offsetX'
  | 'offsetY'
  | 'button'
  | 'altKey'
  | 'ctrlKey'
  | 'metaKey'
  | 'shiftKey'
  | 'pointerId'
  | 'target'
>

/** What it needs of the view; see Viewport. */
export interface PointerView {
  onHandle(): boolean
  dialKnob(x: number, y: number): Limit | null
  hitAt(x: number, y: number): BodyHit | null
  pick(x: number, y: number): Hit
  readonly sight: Pick<Sight, 'onCanvas' | 'onPlane'>
  toGround(body: string, point: Vector): [number, number, number]
  setOrbiting(on: boolean): void
}

/** What it needs of the world. */
export interface PointerPorts {
  /** Null until there is one. */
  view(): PointerView | null
  /** Whether a pick of a datum is wanted. */
  isPicking(): boolean
  /** Offers what is under the pointer as a pick. */
  offer(x: number, y: number): void
  /** Takes what is offered. */
  take(): void
  drawing(): Drawing | null
  grips(): readonly Grip[]
  drawn(): DrawnPoints | null
  canMove(body: string): boolean
  /** @param point on the body [m]; with `alone` nothing else gives way */
  grab(body: string, point: Vector, alone: boolean): void
  drag(target: Vector): void
  /** What was grabbed is let go; `moved` says whether it was dragged. */
  letGo(body: string, moved: boolean): Promise<void>
  pullKnob(knob: Limit, x: number, y: number): void
  letGoOfKnob(): Promise<void>
  click(hit: Hit, several: boolean): void
}

type Held =
  | { readonly kind: 'nothing' }
  /** Pressed where nothing can be dragged: a click, or the view is turned. */
  | { readonly kind: 'press'; readonly from: PointerPress }
  | { readonly kind: 'knob'; readonly knob: Limit }
  | { readonly kind: 'point'; readonly from: PointerPress; index: number; through: Vector; moved: boolean }
  /** `through` is the point in ground at which it was grabbed. */
  | { readonly kind: 'body'; readonly from: PointerPress; body: string; through: Vector; moved: boolean }

const isFar = (from: PointerPress, to: PointerPress): boolean =>
  Math.hypot(to.clientX - from.clientX, to.clientY - from.clientY) > CLICK

export class ModelPointer {
  private held: Held = { kind: 'nothing' }

  constructor(private readonly ports: PointerPorts) {}

  press(event: PointerPress): void {
    const view = this.ports.view()
    this.held = { kind: 'press', from: event }
    if (!view || event.button !== 0 || event.altKey || this.ports.isPicking() || this.ports.drawing()) return
    if (view.onHandle()) {
      this.held = { kind: 'nothing' }
      return
    }
    const knob = view.dialKnob(event.offsetX, event.offsetY)
    if (knob) {
      this.held = { kind: 'knob', knob }
      view.setOrbiting(false)
      capture(event)
      return
    }
    const index = this.drawnAt(view, event)
    if (index >= 0) {
      const through = this.ports.drawn()!.points[index]!
      this.held = { kind: 'point', from: event, index, through, moved: false }
      view.setOrbiting(false)
      capture(event)
      return
    }
    const found = this.grabbable(view, event.offsetX, event.offsetY)
    if (!found) return
    this.held = { kind: 'body', from: event, body: found.body, through: found.through, moved: false }
    view.setOrbiting(false)
    this.ports.grab(found.body, found.point, event.shiftKey)
  }

  move(event: PointerPress): void {
    const view = this.ports.view()
    const { held } = this
    if (!view) return
    if (held.kind === 'knob') this.ports.pullKnob(held.knob, event.offsetX, event.offsetY)
    else if (held.kind === 'point') this.pull(view, held, event, false)
    else if (held.kind === 'body') {
      if (!held.moved && !isFar(held.from, event)) return
      if (!held.moved) capture(event)
      held.moved = true
      const target = view.sight.onPlane(event.offsetX, event.offsetY, held.through)
      if (target) this.ports.drag(target)
    } else if (this.ports.isPicking()) this.ports.offer(event.offsetX, event.offsetY)
  }

  async release(event: PointerPress): Promise<void> {
    const view = this.ports.view()
    const { held } = this
    this.held = { kind: 'nothing' }
    view?.setOrbiting(true)
    if (held.kind === 'knob') await this.ports.letGoOfKnob()
    if (held.kind === 'point' && view) this.pull(view, held, event, true)
    if (held.kind === 'body') {
      const done = this.ports.letGo(held.body, held.moved)
      if (held.moved) return done
    }
    if (!view || held.kind === 'nothing' || held.kind === 'knob' || held.kind === 'point') return
    if (event.button === 0 && !isFar(held.from, event)) this.click(view, event)
  }

  /** A point that was moved goes where the pointer is. */
  private pull(view: PointerView, held: Held & { kind: 'point' }, event: PointerPress, done: boolean): void {
    held.moved ||= isFar(held.from, event)
    const drawn = this.ports.drawn()
    const to = view.sight.onPlane(event.offsetX, event.offsetY, held.through, drawn?.normal)
    if (held.moved && to) drawn?.pull(held.index, to, done)
  }

  /** The nearest point of a drawing under the pointer; -1 for none. */
  private drawnAt(view: PointerView, { offsetX: x, offsetY: y }: PointerPress): number {
    const away = (this.ports.drawn()?.points ?? []).map((point) => {
      const [left, top] = view.sight.onCanvas(point)
      return Math.hypot(left - x, top - y)
    })
    const nearest = Math.min(...away)
    return nearest <= GRIP ? away.indexOf(nearest) : -1
  }

  private click(view: PointerView, { offsetX: x, offsetY: y, ...keys }: PointerPress): void {
    const drawing = this.ports.drawing()
    if (this.ports.isPicking()) {
      this.ports.offer(x, y)
      this.ports.take()
    } else if (drawing) {
      const place = view.sight.onPlane(x, y, drawing.through, drawing.normal)
      if (place) drawing.draw(place)
    } else this.ports.click(view.pick(x, y), keys.ctrlKey || keys.metaKey || keys.shiftKey)
  }

  /** What can be dragged under the pointer: a datum that is offered for it, else a body that is not behind a glyph. */
  private grabbable(view: PointerView, x: number, y: number) {
    const grip = this.ports.grips().find(({ body, point }) => {
      const [left, top] = view.sight.onCanvas(view.toGround(body, point))
      return Math.hypot(left - x, top - y) <= GRIP
    })
    if (grip) return { ...grip, through: view.toGround(grip.body, grip.point) }
    const hit = view.hitAt(x, y)
    if (!hit || view.pick(x, y)?.kind === 'joint' || !this.ports.canMove(hit.body)) return null
    return { body: hit.body, point: hit.onBody, through: hit.world }
  }
}

const capture = ({ target, pointerId }: PointerPress): void =>
  (target as HTMLElement).setPointerCapture(pointerId)
