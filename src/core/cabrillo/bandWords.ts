/**
 * The open format's words for bands above 30 MHz; below, and where it has none, a line has the frequency in kHz.
 * Source: the Cabrillo 3.0 specification, the freq field.
 */
export const BAND_WORDS: Readonly<Record<string, string>> = {
  "6m": "50",
  "4m": "70",
  "2m": "144",
  "1.25m": "222",
  "70cm": "432",
  "33cm": "902",
  "23cm": "1.2G",
  "13cm": "2.3G",
  "9cm": "3.4G",
  "6cm": "5.7G",
  "3cm": "10G",
  "1.25cm": "24G",
  "6mm": "47G",
  "4mm": "75G",
  "2.5mm": "122G",
  "2mm": "134G",
  "1mm": "241G",
  submm: "LIGHT",
};
