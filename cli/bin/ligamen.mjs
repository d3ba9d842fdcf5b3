#!/usr/bin/env node
/** Starts the command line; its sources are TypeScript and run as they are. */
import { fileURLToPath } from 'node:url'
import { register } from 'tsx/esm/api'

register({ tsconfig: fileURLToPath(new URL('../../tsconfig.tools.json', import.meta.url)) })
await import('../src/main.ts')
