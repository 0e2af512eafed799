/** Whether a database can be used, and if not, why, in one sentence. Needs the package mysql2. */

const OLDEST = [10, 6];

/** Why a database cannot be used, without its password and without the driver's own words. */
export function whyNot(error, { host, port, user, name }) {
  const at = `${host}:${port}`;
  for (let cause = error, depth = 0; cause && depth < 6; cause = cause.cause, depth++) {
    switch (cause.code) {
      case 'ECONNREFUSED':
        return `No database answers at ${at}. Start it, or correct HEATH_DATABASE_URL.`;
      case 'ENOTFOUND':
      case 'EAI_AGAIN':
        return `There is no host named ${host}. Correct HEATH_DATABASE_URL.`;
      case 'ETIMEDOUT':
      case 'EHOSTUNREACH':
      case 'ENETUNREACH':
        return `The database at ${at} cannot be reached from here. Correct HEATH_DATABASE_URL, or let this machine through to it.`;
      case 'ER_ACCESS_DENIED_ERROR':
        return `The database at ${at} does not let user "${user}" in with the password of HEATH_DATABASE_URL.`;
      case 'ER_HOST_NOT_PRIVILEGED':
        return `The database at ${at} takes no connections from this machine.`;
      case 'ER_BAD_DB_ERROR':
        return `The server at ${at} has no database named "${name}". Create it, or correct HEATH_DATABASE_URL.`;
      case 'ER_DBACCESS_DENIED_ERROR':
        return `User "${user}" may not use the database "${name}" at ${at}. Grant it, or correct HEATH_DATABASE_URL.`;
      case 'HANDSHAKE_NO_SSL_SUPPORT':
      case 'PROTOCOL_CONNECTION_LOST':
      case 'ECONNRESET':
        return `What answers at ${at} ends the connection at once; it is no database, or it is just starting.`;
    }
  }
  return undefined;
}

/**
 * Connects once and looks at what answers. Throws an error with one sentence where Heath cannot use it.
 *
 * @param address from `databaseOf`
 */
export async function checkDatabase(address) {
  const { createConnection } = await import('mysql2/promise');
  const at = `${address.host}:${address.port}`;
  let connection;
  let found;
  try {
    connection = await createConnection({ uri: address.url, connectTimeout: 5000 });
    [[found]] = await connection.query('SELECT VERSION() AS version, @@local_infile AS loads');
  } catch (error) {
    const why =
      whyNot(error, address) ?? `The database at ${at} cannot be used (${error.code ?? error.name}).`;
    throw new Error(why, { cause: error });
  } finally {
    await connection?.end().catch(() => {});
  }
  const [major, minor] = found.version.split('.').map(Number);
  if (!/mariadb/i.test(found.version) || major < OLDEST[0] || (major === OLDEST[0] && minor < OLDEST[1]))
    throw new Error(`Heath needs MariaDB ${OLDEST.join('.')} or newer; at ${at} is ${found.version}.`);
  if (Number(found.loads) !== 1)
    throw new Error(
      `The database at ${at} has local_infile off. Turn it on: Heath loads punch files with it.`,
    );
}
