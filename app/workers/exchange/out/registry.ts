/** The formats of written files, in the order in which they are offered. A new one adds its line here. */
import { document } from './document'
import { glb } from './glb'
import { lineDrawing } from './line-drawing'
import { controller, motionCsv, motionJson } from './motion-files'
import { movingGlb } from './moving-glb'
import type { OutFormat } from './out-format'
import { stl } from './stl'
import { urdf } from './urdf'
import { usdz } from './usdz'

export const outFormats: readonly OutFormat[] = [document, urdf, glb, stl]

/** Those that are handed over from Present, likewise. */
export const shownFormats: readonly OutFormat[] = [
  movingGlb,
  usdz,
  motionCsv,
  motionJson,
  controller,
  lineDrawing,
]
