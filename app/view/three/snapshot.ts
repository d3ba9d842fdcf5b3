/**
 * A picture of a scene at any size, read back without waiting for it: where software draws, the page would stand still for
 * seconds until everything that has been asked for is drawn.
 */
import * as THREE from 'three'

export type AnyCamera = THREE.PerspectiveCamera | THREE.OrthographicCamera

/** As PNG, of what the camera sees; it is drawn before this returns, and read back after. */
export async function snapshot(
  renderer: THREE.WebGLRenderer,
  scene: THREE.Scene,
  camera: AnyCamera,
  width: number,
  height: number,
): Promise<Blob> {
  const target = new THREE.WebGLRenderTarget(width, height, { samples: 4, type: THREE.HalfFloatType })
  const halves = new Uint16Array(4 * width * height)
  const opacity = renderer.getClearAlpha()
  try {
    renderer.setRenderTarget(target)
    // where the scene has no background nothing is behind it
    renderer.setClearAlpha(0)
    renderer.render(scene, camera)
    renderer.setRenderTarget(null)
    renderer.setClearAlpha(opacity)
    await renderer.readRenderTargetPixelsAsync(target, 0, 0, width, height, halves)
  } finally {
    target.dispose()
  }
  const canvas = new OffscreenCanvas(width, height)
  const context = canvas.getContext('2d', { willReadFrequently: true })!
  context.putImageData(asImage(halves, width, height), 0, 0)
  return canvas.convertToBlob({ type: 'image/png' })
}

/** A copy of a camera for a picture of another shape: cut at the sides, or at the top and bottom. */
export function fitted(camera: AnyCamera, aspect: number): AnyCamera {
  const copy = camera.clone()
  const own =
    copy instanceof THREE.PerspectiveCamera
      ? copy.aspect
      : (copy.right - copy.left) / (copy.top - copy.bottom)
  const lower = Math.min(1, own / aspect)
  if (copy instanceof THREE.PerspectiveCamera) {
    const half = lower * Math.tan(THREE.MathUtils.degToRad(copy.fov) / 2)
    copy.fov = THREE.MathUtils.radToDeg(2 * Math.atan(half))
    copy.aspect = aspect
  } else {
    copy.top *= lower
    copy.bottom *= lower
    copy.right = copy.top * aspect
    copy.left = copy.bottom * aspect
  }
  copy.updateProjectionMatrix()
  return copy
}

/** Bytes of the screen by the sixteen bits of a half float, which says how much light there is; made when first used. */
let bytes: Uint8ClampedArray | null = null

const byteTable = (): Uint8ClampedArray =>
  (bytes ??= Uint8ClampedArray.from({ length: 0x10000 }, (_, half) => 255 * asSrgb(light(half))))

function light(half: number): number {
  const value = THREE.DataUtils.fromHalfFloat(half)
  return value > 0 ? Math.min(1, value) : 0
}

/** Source: IEC 61966-2-1. */
const asSrgb = (value: number): number =>
  value <= 0.0031308 ? 12.92 * value : 1.055 * value ** (1 / 2.4) - 0.055

/** 1 as a half float. */
const OPAQUE = 0x3c00

/** Rows come from below. */
function asImage(halves: Uint16Array, width: number, height: number): ImageData {
  const table = byteTable()
  const image = new ImageData(width, height)
  const { data } = image
  for (let row = 0; row < height; row++) {
    const from = 4 * width * (height - 1 - row)
    const to = 4 * width * row
    for (let k = 0; k < 4 * width; k += 4) {
      const opacity = halves[from + k + 3]!
      if (opacity === OPAQUE)
        for (let channel = 0; channel < 3; channel++)
          data[to + k + channel] = table[halves[from + k + channel]!]!
      else if (light(opacity) > 0)
        // what is seen through holds less light
        for (let channel = 0; channel < 3; channel++)
          data[to + k + channel] =
            255 * asSrgb(Math.min(1, light(halves[from + k + channel]!) / light(opacity)))
      data[to + k + 3] = 255 * light(opacity)
    }
  }
  return image
}
