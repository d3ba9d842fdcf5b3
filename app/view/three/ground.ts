/**
 * Under and behind the mechanism: its shadow, and a grid, with a spacing that suits its size: on the ground while it is seen from above, else upright
 * behind the parts, so that both directions are seen and no line lies over a part.
 */
import * as THREE from 'three'
import type { Palette } from './palette'

/** Above this the ground is seen well enough [-]: the upward share of the direction to the viewer. */
const FROM_ABOVE = 0.2

type GridPlane = 'ground' | 'behind-x' | 'behind-y' | 'none'

/** Where the grid lies for a direction to the viewer; from below there is none. */
function gridPlane({ x, y, z }: THREE.Vector3): GridPlane {
  if (z > FROM_ABOVE) return 'ground'
  if (z < -FROM_ABOVE) return 'none'
  return Math.abs(y) >= Math.abs(x) ? 'behind-y' : 'behind-x'
}

/** Distance of two lines [m]: 1, 2 or 5 times a power of ten. */
function gridSpacing(bounds: THREE.Box3): number {
  const rough = (bounds.isEmpty() ? 0.4 : bounds.getSize(new THREE.Vector3()).length()) / 12
  const power = 10 ** Math.floor(Math.log10(rough))
  return power * (rough > 5 * power ? 5 : rough > 2 * power ? 2 : 1)
}

/** The most bodies that throw a shadow: it draws everything twice. */
const MOST_BODIES = 150
const SUNLIGHT = 2.4
/** How dark the shadow is. */
const SHADOW = 0.16

/** What lies under and behind the mechanism: the grid, and the shadow on the ground. */
export class Ground {
  readonly root = new THREE.Group()
  readonly sun = new THREE.DirectionalLight('#ffffff', SUNLIGHT)
  private readonly shadow = new THREE.Mesh(
    new THREE.PlaneGeometry(1, 1),
    new THREE.ShadowMaterial({ opacity: SHADOW, depthWrite: false }),
  )
  private grid: THREE.Object3D | null = null
  hasGrid = true
  private key = ''

  constructor() {
    this.shadow.receiveShadow = true
    this.sun.shadow.mapSize.set(1024, 1024)
    this.sun.shadow.radius = 5
    this.root.add(this.shadow, this.sun, this.sun.target)
  }

  /**
   * Lays it where it is seen from here, when that or the mechanism has changed.
   * @returns the distance of the lines [m], or null while there is no grid; undefined when nothing has changed
   */
  lay(
    bounds: THREE.Box3,
    bodies: number,
    toViewer: THREE.Vector3,
    palette: Palette,
  ): number | null | undefined {
    const plane = gridPlane(toViewer)
    const key = [
      this.hasGrid,
      plane,
      toViewer.x < 0,
      toViewer.y < 0,
      palette.grid,
      ...bounds.min,
      ...bounds.max,
    ].join()
    if (key === this.key) return undefined
    this.key = key
    if (this.grid) this.root.remove(this.grid)
    this.grid = plane === 'none' || !this.hasGrid ? null : gridFor(bounds, palette, plane, toViewer)
    if (this.grid) this.root.add(this.grid)
    this.shadow.visible = this.sun.castShadow = plane === 'ground' && bodies > 0 && bodies <= MOST_BODIES
    this.shine(bounds)
    return this.grid ? gridSpacing(bounds) : null
  }

  /** @param share of the usual light, where there is more from all around */
  dim(share: number): void {
    this.sun.intensity = share * SUNLIGHT
  }

  /** Leaves the grid out for a picture. */
  showGrid(on: boolean): void {
    if (this.grid) this.grid.visible = on
  }

  /** Puts the sun so that the shadows of all parts fall on the ground. */
  private shine(bounds: THREE.Box3): void {
    const { center, radius } = bounds.isEmpty()
      ? new THREE.Sphere(new THREE.Vector3(), 0.2)
      : bounds.getBoundingSphere(new THREE.Sphere())
    this.sun.target.position.copy(center)
    this.sun.position
      .copy(SUN)
      .multiplyScalar(4 * radius)
      .add(center)
    const { camera } = this.sun.shadow
    camera.left = camera.bottom = -1.6 * radius
    camera.right = camera.top = 1.6 * radius
    camera.near = 0.1 * radius
    camera.far = 10 * radius
    this.sun.shadow.normalBias = 0.01 * radius
    camera.updateProjectionMatrix()
    this.shadow.scale.setScalar(8 * radius)
    // under the grid, which would flicker through it
    this.shadow.position.set(center.x, center.y, (bounds.isEmpty() ? 0 : bounds.min.z) - 1e-3 * radius)
  }
}

/** From the mechanism to the sun. */
const SUN = new THREE.Vector3(0.45, -0.5, 1.1).normalize()

function gridFor(
  bounds: THREE.Box3,
  palette: Palette,
  plane: Exclude<GridPlane, 'none'>,
  toViewer: THREE.Vector3,
): THREE.Object3D {
  const spacing = gridSpacing(bounds)
  const size = bounds.isEmpty() ? 0.4 : bounds.getSize(new THREE.Vector3()).length()
  const count = 2 * Math.ceil((2 * size) / spacing)
  const grid = new THREE.GridHelper(count * spacing, count, palette.grid, palette.gridSoft)
  const box = bounds.isEmpty() ? new THREE.Box3(new THREE.Vector3(), new THREE.Vector3()) : bounds
  const snapped = (v: number) => Math.round(v / spacing) * spacing
  const { x, y, z } = box.getCenter(new THREE.Vector3())
  grid.position.set(snapped(x), snapped(y), snapped(z))
  if (plane === 'ground') {
    grid.rotation.x = Math.PI / 2
    grid.position.z = box.min.z
  } else if (plane === 'behind-y') grid.position.y = toViewer.y < 0 ? box.max.y : box.min.y
  else {
    grid.rotation.z = Math.PI / 2
    grid.position.x = toViewer.x < 0 ? box.max.x : box.min.x
  }
  return grid
}
