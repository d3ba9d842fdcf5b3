/**
 * Materials of bodies: a colour as it looks, while its body is selected, and seen through. They are kept over every
 * edit, since letting the last one go would compile its shader anew.
 */
import * as THREE from 'three'
import type { FinishLook } from './finishes'
import type { Palette } from './palette'

/** How a body is drawn. */
export interface Look {
  readonly chosen: boolean
  /** Above 0, up to 1. */
  readonly opacity: number
  /** What it is made of, in pictures that show that; null for the plain look of drawings. */
  readonly finish: FinishLook | null
}

interface Paint {
  readonly plain: THREE.MeshStandardMaterial
  readonly chosen: THREE.MeshStandardMaterial
  /** By opacity. */
  readonly faint: Map<number, THREE.MeshStandardMaterial>
}

/** Opacity of the edges of what is fully shown. */
const EDGE = 0.55

export class Paints {
  private readonly paints = new Map<string, Paint>()
  private readonly edge = new THREE.LineBasicMaterial({ transparent: true, opacity: EDGE })
  private readonly faintEdges = new Map<number, THREE.LineBasicMaterial>()
  private readonly chosenEdge = new THREE.LineBasicMaterial()
  private palette: Palette | null = null

  setPalette(palette: Palette): void {
    this.palette = palette
    this.edge.color.set(palette.edge)
    for (const edge of this.faintEdges.values()) edge.color.set(palette.edge)
    this.chosenEdge.color.set(palette.selected)
    for (const { chosen } of this.paints.values()) chosen.emissive.set(palette.selected)
  }

  surface(colour: string, { chosen, opacity: shown, finish }: Look): THREE.Material {
    const paint = this.paint(colour, finish)
    const opacity = shown * (finish?.opacity ?? 1)
    if (opacity >= 1) return chosen ? paint.chosen : paint.plain
    let faint = paint.faint.get(opacity)
    if (!faint) {
      faint = paint.plain.clone()
      faint.transparent = true
      faint.opacity = opacity
      faint.depthWrite = false
      paint.faint.set(opacity, faint)
    }
    return faint
  }

  edges({ chosen, opacity }: Omit<Look, 'finish'>): THREE.Material {
    if (chosen || opacity >= 1) return chosen ? this.chosenEdge : this.edge
    let faint = this.faintEdges.get(opacity)
    if (!faint) {
      faint = this.edge.clone()
      faint.opacity = EDGE * opacity
      this.faintEdges.set(opacity, faint)
    }
    return faint
  }

  dispose(): void {
    for (const { plain, chosen, faint } of this.paints.values()) {
      plain.dispose()
      chosen.dispose()
      for (const one of faint.values()) one.dispose()
    }
    this.edge.dispose()
    for (const edge of this.faintEdges.values()) edge.dispose()
    this.chosenEdge.dispose()
  }

  private paint(own: string, finish: FinishLook | null): Paint {
    const colour = finish?.colour ?? own
    const key = finish ? `${colour} ${finish.roughness} ${finish.metalness}` : colour
    const known = this.paints.get(key)
    if (known) return known
    // pushed back a little, so that the edges on the surface are not broken by it
    const plain = new THREE.MeshStandardMaterial({
      color: colour,
      roughness: finish?.roughness ?? 0.55,
      metalness: finish?.metalness ?? 0.1,
      polygonOffset: true,
      polygonOffsetFactor: 1,
      polygonOffsetUnits: 1,
    })
    const chosen = plain.clone()
    chosen.emissiveIntensity = 0.12
    if (this.palette) chosen.emissive.set(this.palette.selected)
    const paint = { plain, chosen, faint: new Map<number, THREE.MeshStandardMaterial>() }
    this.paints.set(key, paint)
    return paint
  }
}
