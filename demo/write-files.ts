/** Writes the demo documents as files, for the command line and for people: `npx tsx demo/write-files.ts`. */
import { writeFileSync } from 'node:fs'
import { contactBench } from './documents/contact-bench'
import { forceBench } from './documents/force-bench'
import { packetPusher } from '../shared/starting-points/packet-pusher'
import { sampleCarrier } from './documents/sample-carrier'
import { seedLine } from './documents/seed-line'
import { camTamper } from './documents/cam-tamper'
import { walkingBeam } from '../shared/starting-points/walking-beam'

export const files = {
  'walking-beam': walkingBeam,
  'packet-pusher': packetPusher,
  'seed-line': seedLine,
  'force-bench': forceBench,
  'contact-bench': contactBench,
  'cam-tamper': camTamper,
  'sample-carrier': sampleCarrier,
}

export const textOf = (document: unknown): string => `${JSON.stringify(document, null, 2)}\n`

if (process.argv[1]?.endsWith('write-files.ts')) {
  for (const [name, document] of Object.entries(files)) {
    writeFileSync(new URL(`./files/${name}.json`, import.meta.url), textOf(document))
  }
}
