/** The formats of shape files; a new one adds its line here. */
import type { Format } from './format'
import { gltf } from './gltf'
import { obj } from './obj'
import { iges, step } from './step'
import { stl } from './stl'
import { threeMf } from './three-mf'

const formats: readonly Format[] = [step, iges, stl, obj, threeMf, gltf]

export const formatOf = (name: string): Format | undefined => {
  const ending = name.toLowerCase().split('.').pop() ?? ''
  return formats.find(({ endings }) => endings.includes(ending))
}
