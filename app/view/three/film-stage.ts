/**
 * Draws the pictures of a film at any times, in the worker that makes films. The motion is solved at exactly these times, so
 * that slow motion has pictures of its own and repeats none.
 */
import { openModel, runScenario } from '@ligamen/core'
import type { Camera, MechanismDocument, Result } from '@ligamen/core'
import { stagedTake } from '../staged'
import { paintWritten } from '../writing/paint'
import type { Inks } from '../writing/paint'
import { PictureStage } from './picture-stage'
import type { PictureLook } from './picture-stage'
import { wholeView } from './shot-camera'

export interface PictureWish extends PictureLook {
  readonly document: MechanismDocument
  readonly scenario: string
  /** From where it is seen while there is no shot; all of it from above its corner for null. */
  readonly view: Camera | null
  /** Times of the pictures, rising from the first on [s]. */
  readonly times: Float64Array
  readonly width: number
  readonly height: number
  /** How many times as fine it is drawn in either direction before it is made smaller, so that edges are smooth. */
  readonly finer: number
  readonly inks: Inks
}

/** Draws one picture after the other onto one canvas. */
export class FilmStage {
  /** The picture that was drawn last. */
  readonly canvas: OffscreenCanvas
  private readonly context: OffscreenCanvasRenderingContext2D
  private readonly usual: Camera

  private constructor(
    private readonly wish: PictureWish,
    private readonly stage: PictureStage,
  ) {
    const { width, height, finer } = wish
    this.canvas = new OffscreenCanvas(width, height)
    // read back for every picture
    this.context = this.canvas.getContext('2d', { willReadFrequently: true })!
    this.context.imageSmoothingQuality = 'high'
    stage.resize(width, height, finer)
    this.usual = wish.view ?? wholeView(stage.bounds(), width / height)
  }

  /** Solves the scenario at the times of the pictures. Errors: those of opening and running it, and why it stopped. */
  static open(wish: PictureWish): Result<FilmStage> {
    const model = openModel(wish.document)
    if (!model.ok) return model
    const run = runScenario(model.value, wish.scenario, wish.times)
    if (!run.ok) return run
    run.value.advance(Infinity)
    const staged = stagedTake(model.value, run.value.take())
    if (!staged.ok) return staged
    const canvas = new OffscreenCanvas(wish.width, wish.height)
    return { ok: true, value: new FilmStage(wish, new PictureStage(canvas, staged.value, wish)) }
  }

  /** Draws the picture at a place of the times. */
  draw(index: number): void {
    const { context, stage, wish } = this
    const { width, height, times, inks } = wish
    const written = stage.draw(index, times[index]!, { own: null, usual: this.usual, aspect: null })
    // what is transparent lets nothing of the picture before through
    context.clearRect(0, 0, width, height)
    context.drawImage(stage.renderer.domElement as unknown as OffscreenCanvas, 0, 0, width, height)
    paintWritten(context, { left: 0, top: 0, width, height }, written, inks)
  }

  dispose(): void {
    this.stage.dispose()
  }
}
