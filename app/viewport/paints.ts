/**
 * Materials of bodies: a colour as it looks, while its body is selected, and seen through. They are kept over every
 * edit, since letting the last one go would compile its shader anew.
 */
import * as THREE from 'three'
import type { Palette } from './palette'

/** How a body is drawn. */
export interface Look {
  readonly chosen: boolean
  readonly faint: boolean
}

interface Paint {
  readonly plain: THREE.MeshStandardMaterial
  readonly chosen: THREE.MeshStandardMaterial
  readonly faint: THREE.MeshStandardMaterial
}

export class Paints {
  private readonly paints = new Map<string, Paint>()
  private readonly edge = new THREE.LineBasicMaterial({ transparent: true, opacity: 0.55 })
  private readonly faintEdge = new THREE.LineBasicMaterial({ transparent: true, opacity: 0.18 })
  private readonly chosenEdge = new THREE.LineBasicMaterial()
  private palette: Palette | null = null

  setPalette(palette: Palette): void {
    this.palette = palette
    this.edge.color.set(palette.edge)
    this.faintEdge.color.set(palette.edge)
    this.chosenEdge.color.set(palette.playhead)
    for (const { chosen } of this.paints.values()) chosen.emissive.set(palette.playhead)
  }

  surface(colour: string, { chosen, faint }: Look): THREE.Material {
    const paint = this.paint(colour)
    return faint ? paint.faint : chosen ? paint.chosen : paint.plain
  }

  edges({ chosen, faint }: Look): THREE.Material {
    return chosen ? this.chosenEdge : faint ? this.faintEdge : this.edge
  }

  dispose(): void {
    for (const { plain, chosen, faint } of this.paints.values()) {
      plain.dispose()
      chosen.dispose()
      faint.dispose()
    }
    this.edge.dispose()
    this.faintEdge.dispose()
    this.chosenEdge.dispose()
  }

  private paint(colour: string): Paint {
    const known = this.paints.get(colour)
    if (known) return known
    // pushed back a little, so that the edges on the surface are not broken by it
    const plain = new THREE.MeshStandardMaterial({
      color: colour,
      roughness: 0.55,
      metalness: 0.1,
      polygonOffset: true,
      polygonOffsetFactor: 1,
      polygonOffsetUnits: 1,
    })
    const chosen = plain.clone()
    chosen.emissiveIntensity = 0.12
    if (this.palette) chosen.emissive.set(this.palette.playhead)
    const faint = plain.clone()
    faint.transparent = true
    faint.opacity = 0.22
    faint.depthWrite = false
    const paint = { plain, chosen, faint }
    this.paints.set(colour, paint)
    return paint
  }
}
