/**
 * The picture of a view that stands still: when nothing has changed for a moment, it is drawn once more as things are, unless that
 * has taken long before: work never waits for it.
 */
import type { WebGLRenderer } from 'three'

/** Nothing has changed for so long [ms]. */
const STILL = 250
/** What takes longer is not drawn again [ms]. */
const LONGEST = 1500

export class Settled {
  private timer: ReturnType<typeof setTimeout> | undefined
  /** A machine that takes long for such a picture gets none again. */
  isTooSlow = false
  /** Whether the next picture is that of a view that stands still. */
  isDue = false

  constructor(
    private readonly renderer: WebGLRenderer,
    private readonly wake: () => void,
  ) {}

  /** Something was drawn that will be drawn better when nothing changes. */
  wait(): void {
    clearTimeout(this.timer)
    this.isDue = false
    this.timer = setTimeout(() => {
      this.isDue = true
      this.wake()
    }, STILL)
  }

  /** It was drawn; whether that took too long is known when the drawing is done, which nobody waits for. */
  drawn(): void {
    this.isDue = false
    const gl = this.renderer.getContext() as WebGL2RenderingContext
    const fence = gl.fenceSync(gl.SYNC_GPU_COMMANDS_COMPLETE, 0)
    if (!fence) return
    gl.flush()
    const began = performance.now()
    const look = () => {
      const state = gl.clientWaitSync(fence, 0, 0)
      const isDone = state !== gl.TIMEOUT_EXPIRED
      if (performance.now() - began > LONGEST) this.isTooSlow = true
      if (isDone || this.isTooSlow) gl.deleteSync(fence)
      else this.timer = setTimeout(look, 50)
    }
    this.timer = setTimeout(look)
  }

  stop(): void {
    clearTimeout(this.timer)
    this.isDue = false
  }
}
