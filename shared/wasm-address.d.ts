/** Addresses of files that Vite serves. */
declare module '*.wasm?url' {
  const address: string
  export default address
}
