/**
 * How the view is drawn: plain, or things as they are, then once more with the dark of their corners when it stands still. Where that
 * is too much while something moves, it is drawn plain until it stands still.
 */
import type { Texture, WebGLRenderer } from 'three'
import type { Quality } from './bodies'
import { Haste } from './haste'
import type { ModelScene } from './model-scene'
import { Settled } from './settled'
import { roomLight, Showing } from './showing'
import type { AnyCamera } from './snapshot'

const PLAIN: Quality = { isShowing: false, outlines: true }

export class Drawing {
  private readonly showing: Showing
  private readonly settled: Settled
  private readonly haste = new Haste()
  private wanted = PLAIN
  private applied = PLAIN
  /** Light from all around, when first asked for. */
  private room: Texture | null = null

  constructor(
    private readonly renderer: WebGLRenderer,
    private readonly model: ModelScene,
    wake: () => void,
  ) {
    this.showing = new Showing(renderer, model.scene)
    this.settled = new Settled(renderer, wake)
  }

  setQuality(quality: Quality): void {
    this.wanted = quality
    this.apply(quality)
  }

  /** Whether it has stood still for long enough to be drawn once more. */
  get isDue(): boolean {
    return this.settled.isDue
  }

  /** @param isMoving whether something has changed since the last time */
  draw(camera: AnyCamera, isMoving: boolean): void {
    const { renderer, model, settled, haste } = this
    if (!this.wanted.isShowing) {
      renderer.render(model.scene, camera)
      return
    }
    const isStill = this.isDue && !isMoving
    if (isMoving) haste.note(performance.now())
    this.apply(isMoving && haste.isNeeded ? PLAIN : this.wanted)
    // what was drawn plain has to be put in its place for the other look too
    model.bodies.settle()
    if (isStill && !settled.isTooSlow) {
      this.showing.render(camera, model.bodies.size())
      settled.drawn()
      return
    }
    renderer.render(model.scene, camera)
    if (isStill) settled.stop()
    else settled.wait()
  }

  dispose(): void {
    this.settled.stop()
    this.showing.dispose()
    this.room?.dispose()
  }

  private apply(quality: Quality): void {
    if (quality === this.applied) return
    this.applied = quality
    if (quality.isShowing) this.room ??= roomLight(this.renderer)
    this.model.setQuality(quality, quality.isShowing ? this.room : null)
  }
}
