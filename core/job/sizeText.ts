/** How conductor sizes are written: metric `2.5mm2`, American `12AWG`, `1/0AWG`, `250kcmil`. */
export const SIZE_TEXT = /^(\d+(\.\d+)?mm2|\d{1,2}AWG|[1-4]\/0AWG|\d{3,4}kcmil)$/;

const SIZE = String.raw`(?:\d+(?:\.\d+)?mm2|\d{1,2}AWG|[1-4]\/0AWG|\d{3,4}kcmil)`;
/** Wires counted by size, as they are kept: `4x14AWG 2x12AWG`, or `0` for none. */
export const WIRES_TEXT = new RegExp(`^(?:0|[1-9]\\d?x${SIZE}(?: [1-9]\\d?x${SIZE})*)$`);
