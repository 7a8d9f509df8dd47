/** How conductor sizes are written: metric `2.5mm2`, American `12AWG`, `1/0AWG`, `250kcmil`. */
export const SIZE_TEXT = /^(\d+(\.\d+)?mm2|\d{1,2}AWG|[1-4]\/0AWG|\d{3,4}kcmil)$/;
