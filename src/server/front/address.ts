/** What the front tells of where a request comes from; what comes by this name from outside is overwritten. */
export const ADDRESS_HEADER = "x-ypsiloid-address";
