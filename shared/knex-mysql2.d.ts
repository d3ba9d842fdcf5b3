/** The client of Knex for mysql2: asked for by class, it leaves the other databases out of the bundle. */
declare module 'knex/lib/dialects/mysql2/index.js' {
  export default class Client {
    constructor(config: object)
    _query(connection: unknown, query: object | string): Promise<unknown>
  }
}
