declare module 'occt-import-js' {
  const start: (options: object) => Promise<unknown>
  export default start
}
