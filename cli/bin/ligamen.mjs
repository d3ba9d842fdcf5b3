#!/usr/bin/env node
/** Starts the bundled command line; makes the bundle anew where a source has changed. */
import { bundle, BUNDLE, isFresh } from '../bundle.mjs'

if (!isFresh()) await bundle()
await import(BUNDLE)
