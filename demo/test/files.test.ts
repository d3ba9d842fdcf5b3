import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import { files, textOf } from '../write-files'

it.each(Object.entries(files))('the file of %s is the demo document', (name, document) => {
  const text = readFileSync(new URL(`../files/${name}.json`, import.meta.url), 'utf8')
  expect(JSON.parse(text)).toEqual(JSON.parse(textOf(document)))
})
