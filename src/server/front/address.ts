/** What the front tells of where a request comes from; what comes by this name from outside is overwritten. */
export const ADDRESS_HEADER = "x-ypsiloid-address";

/** Addresses that only this computer reaches, as they are written, also by a socket of both families. */
export const LOOPBACK = /^((::ffff:)?127\.|localhost$|::1$)/;
