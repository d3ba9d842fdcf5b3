/** What the material of a part looks like: told by the words people write for it, in English and by common short names. */
import type { Finish } from '../document/format/parts'

/** The first that fits counts. */
const WORDS: readonly (readonly [RegExp, Finish])[] = [
  [/\b(stainless|steel|iron|s235|s355|c45)\b/i, 'steel'],
  [/\b(aluminium|aluminum|alloy 6\d{3}|en aw)\b/i, 'aluminium'],
  [/\b(brass|bronze|copper)\b/i, 'brass'],
  [/\b(rubber|elastomer|nbr|epdm|silicone)\b/i, 'rubber'],
  [/\b(wood|beech|oak|birch|plywood|mdf)\b/i, 'wood'],
  [/\b(glass|acrylic|pmma)\b/i, 'glass'],
  [/\b(polymer|plastic|nylon|pom|pa ?6\d?|abs|pla|petg|ptfe|pe|pp|pvc)\b/i, 'polymer'],
]

/** Of a part whose body says no other. */
export const finishOfMaterial = (material: string | undefined): Finish =>
  WORDS.find(([words]) => words.test(material ?? ''))?.[1] ?? 'paint'
