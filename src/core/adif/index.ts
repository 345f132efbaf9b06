export { ADX_FOOTER, adxHeader, adxReader, adxRecord } from "./adx";
export { bytesOf } from "./bytes";
export { adiReader } from "./readAdi";
export { adifReader } from "./reader";
export { ADIF_VERSION, NO_HEADER } from "./record";
export type { AdifField, AdifHeader, AdifNote, AdifReader, AdifRecord } from "./record";
export { contactFromAdif } from "./toContact";
export type { AdifContact } from "./toContact";
export { adiField, adiHeader, adiRecord } from "./write";
