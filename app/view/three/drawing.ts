/** How the view is drawn: plain, or things as they are, then once more with the dark of their corners when it stands still. */
import type { Texture, WebGLRenderer } from 'three'
import type { Quality } from './bodies'
import type { ModelScene } from './model-scene'
import { Settled } from './settled'
import { roomLight, Showing } from './showing'
import type { AnyCamera } from './snapshot'

export class Drawing {
  private readonly showing: Showing
  private readonly settled: Settled
  private isShowing = false
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
    if (quality.isShowing) this.room ??= roomLight(this.renderer)
    this.isShowing = quality.isShowing
    this.model.setQuality(quality, quality.isShowing ? this.room : null)
  }

  /** Whether it has stood still for long enough to be drawn once more. */
  get isDue(): boolean {
    return this.settled.isDue
  }

  /** @param isMoving whether something has changed since the last time */
  draw(camera: AnyCamera, isMoving: boolean): void {
    if (this.isShowing && this.isDue && !isMoving) {
      this.showing.render(camera, this.model.bodies.size())
      this.settled.drawn()
      return
    }
    this.renderer.render(this.model.scene, camera)
    if (this.isShowing) this.settled.wait()
  }

  dispose(): void {
    this.settled.stop()
    this.showing.dispose()
    this.room?.dispose()
  }
}
