/** Writes the JSON Schema of the document beside its explanation: `npx tsx docs/format/write-schema.ts`. */
import { writeFileSync } from 'node:fs'
import { documentSchema } from '@ligamen/core'

writeFileSync(
  new URL('./mechanism.schema.json', import.meta.url),
  `${JSON.stringify(documentSchema(), null, 2)}\n`,
)
