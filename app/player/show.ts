/** The model in the page: drawn through the shots or from where the person at the screen looks. */
import { cameraAt } from '@ligamen/core'
import type { Staged } from '~/view/staged'
import { PictureStage } from '~/view/three/picture-stage'
import type { PictureLook } from '~/view/three/picture-stage'
import { aspectOf, frameOn } from '~/view/three/shot-camera'
import { Viewpoint } from '~/view/three/viewpoint'
import { paintWritten } from '~/view/writing/paint'
import type { Inks } from '~/view/writing/paint'

export class Show {
  /** Somebody turned the view while it was that of a shot, and goes on from there. */
  onOwn: () => void = () => undefined
  private readonly viewpoint: Viewpoint
  private drawnAt = 0
  private stage: PictureStage | null = null
  private staged: Staged | null = null
  private at = { frame: 0, time: 0 }
  private scheduled = 0
  private dirty = false
  through = false

  constructor(
    private readonly canvas: HTMLCanvasElement,
    private readonly paper: HTMLCanvasElement,
    private readonly inks: () => Inks,
  ) {
    this.viewpoint = new Viewpoint(
      canvas,
      () => this.wake(),
      () => this.leaveShots(),
    )
    new ResizeObserver(() => this.resize()).observe(canvas.parentElement!)
  }

  /** Shows a take; the view stays where it is unless it is the first one. */
  set(staged: Staged, look: PictureLook): void {
    const isFirst = !this.stage
    this.stage?.dispose()
    this.stage = new PictureStage(this.canvas, staged, look)
    this.staged = staged
    this.resize()
    if (isFirst) this.whole()
    this.through = staged.shots.length > 0
    this.goTo(0, 0)
  }

  goTo(frame: number, time: number): void {
    this.at = { frame, time }
    this.redraw()
  }

  setThrough(on: boolean): void {
    if (this.through && !on) this.lookFromShot()
    this.through = on && (this.staged?.shots.length ?? 0) > 0
    this.redraw()
  }

  /** All of the model, from above its corner. */
  whole(): void {
    if (!this.stage) return
    this.through = false
    const box = this.stage.bounds()
    this.viewpoint.look('corner', box, box, false)
    this.redraw()
  }

  private leaveShots(): void {
    if (!this.through) return
    this.setThrough(false)
    this.onOwn()
  }

  private lookFromShot(): void {
    const { stage, staged } = this
    const camera = stage && staged && cameraAt(staged.shots, this.at.time, staged.scene)
    if (camera) this.viewpoint.goTo(camera, stage.bounds())
  }

  private resize(): void {
    const { clientWidth: width, clientHeight: height } = this.canvas
    if (!this.stage || width === 0 || height === 0) return
    const ratio = Math.min(2, globalThis.devicePixelRatio)
    this.stage.resize(width, height, ratio)
    this.viewpoint.resize(width, height)
    this.paper.width = width * ratio
    this.paper.height = height * ratio
    this.redraw()
  }

  private redraw(): void {
    this.dirty = true
    this.wake()
  }

  private wake(): void {
    if (this.scheduled !== 0) return
    this.drawnAt = performance.now()
    this.scheduled = requestAnimationFrame(() => this.draw())
  }

  private draw(): void {
    this.scheduled = 0
    const elapsed = (performance.now() - this.drawnAt) / 1000
    const moving = this.viewpoint.controls.update(Math.min(0.1, Math.max(0.001, elapsed)))
    if (moving || this.dirty) this.paint()
    this.dirty = false
    if (moving) this.wake()
  }

  private paint(): void {
    const { stage, staged, through, paper } = this
    if (!stage || !staged) return
    const aspect = through ? aspectOf(staged.source.picture?.frame) : null
    const written = stage.draw(this.at.frame, this.at.time, {
      own: through ? null : this.viewpoint.camera,
      usual: this.viewpoint.asCamera(),
      aspect,
    })
    const context = paper.getContext('2d')!
    const ratio = paper.width / Math.max(1, this.canvas.clientWidth)
    context.setTransform(1, 0, 0, 1, 0, 0)
    context.clearRect(0, 0, paper.width, paper.height)
    context.scale(ratio, ratio)
    const page = frameOn(this.canvas.clientWidth, this.canvas.clientHeight, aspect)
    paintWritten(context, page, written, this.inks())
  }
}
