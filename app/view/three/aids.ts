/** What is drawn over the model to work with: trails, arrows of motions and forces, marks. None of it belongs to a picture. */
import { ForceArrows } from './force-arrows'
import { Markers } from './markers'
import type { Palette } from './palette'
import { Trace } from './trace'

export class Aids {
  readonly trace = new Trace('measured', 0.0028)
  /** Seen through the parts, since axes lie inside them. */
  readonly arrows = new Trace('primary', 0.006, true)
  /** Where bodies would touch; likewise. */
  readonly outlines = new Trace('primary', 0.002, true)
  readonly markers = new Markers()
  readonly forces: ForceArrows
  private readonly all

  /** @param redraw when something has changed */
  constructor(redraw: () => void) {
    this.forces = new ForceArrows(redraw)
    this.all = [this.trace, this.arrows, this.outlines, this.markers, this.forces]
  }

  get roots() {
    return this.all.map(({ root }) => root)
  }

  setPalette(palette: Palette): void {
    for (const one of this.all) one.setPalette(palette)
  }

  show(on: boolean): void {
    for (const { root } of this.all) root.visible = on
  }
}
