/** Why a database cannot be used, as one sentence with its remedy. */

const REMEDIES: readonly (readonly [RegExp, (place: string, name: string, user: string) => string])[] = [
  [/^ECONNREFUSED$/, (place) => `No database answers at ${place}. Start it, or correct DATABASE_URL.`],
  [/^(ENOTFOUND|EAI_AGAIN)$/, (place) => `The host of ${place} is not known. Correct DATABASE_URL.`],
  [
    /^(ETIMEDOUT|EHOSTUNREACH|ENETUNREACH)$/,
    (place) => `The database at ${place} does not answer. Check the address in DATABASE_URL and the network.`,
  ],
  [
    /^ER_ACCESS_DENIED/,
    (place, _, user) =>
      `The database at ${place} refuses the user “${user}”: correct user or password in DATABASE_URL.`,
  ],
  [
    /^ER_BAD_DB_ERROR$/,
    (place, name) =>
      `There is no database “${name}” at ${place}. Make it by “CREATE DATABASE ${name}”, or correct DATABASE_URL.`,
  ],
  [
    /^ER_(DBACCESS|TABLEACCESS)_DENIED/,
    (_, name, user) =>
      `The user “${user}” may not use the database “${name}”. Grant it all rights on that database.`,
  ],
  [
    /^(ECONNRESET|EPIPE|PROTOCOL_|HANDSHAKE)/,
    (place) =>
      `What answers at ${place} is no MariaDB, or it ended the connection. Check the address in DATABASE_URL.`,
  ],
  [
    /^ER_(DISK_FULL|RECORD_FILE_FULL|OUT_OF_RESOURCES|CANT_CREATE)/,
    (place) => `The database at ${place} has no room left. Free some space on its disk.`,
  ],
]

/** @param address DATABASE_URL */
export function databaseSentence(error: unknown, address: string): string {
  const { code = '', message = String(error) } = error as { code?: string; message?: string }
  const remedy = REMEDIES.find(([pattern]) => pattern.test(code))?.[1]
  if (!remedy || !URL.canParse(address)) return message
  const { host, pathname, username } = new URL(address)
  return remedy(host, pathname.slice(1), decodeURIComponent(username))
}
