import { askedFigures } from './asked.bench';
import { boardFigures } from './board.bench';
import { curvesFigures } from './curves.bench';
import { deskFigures } from './desk.bench';
import { doorFigures } from './doors.bench';
import { editsFigures } from './edits.bench';
import { keepFigures } from './keep.bench';
import { listFigures } from './list.bench';
import { networkFigures } from './network.bench';
import { residualFigures } from './residual.bench';
import { studyFigures } from './study.bench';
import { surveyFigures } from './survey.bench';
import { viewFigures } from './view.bench';

const GROUPS = {
  asked: askedFigures,
  study: studyFigures,
  edits: editsFigures,
  residual: residualFigures,
  network: networkFigures,
  keep: keepFigures,
  doors: doorFigures,
  list: listFigures,
  view: viewFigures,
  desk: deskFigures,
  survey: surveyFigures,
  curves: curvesFigures,
  board: boardFigures,
};
const named = process.argv.slice(2);
const unknown = named.filter((name) => !(name in GROUPS));
if (unknown.length > 0) {
  console.error(`There is no group ${unknown.join(', ')}; there are ${Object.keys(GROUPS).join(', ')}.`);
  process.exit(1);
}
let slow = 0;
// Each as soon as it is measured: what breaks off later takes none of them along.
for (const [name, group] of Object.entries(GROUPS))
  for (const { what, measured, wanted, ok } of named.length === 0 || named.includes(name) ? await group() : []) {
    slow += ok ? 0 : 1;
    console.log(`${ok ? 'ok  ' : 'SLOW'} ${what}: ${measured} (${wanted})`);
  }
const megabytes = (process.memoryUsage().rss / 1e6).toFixed(0);
console.log(`memory of the benchmark itself: ${megabytes} MB`);
process.exit(slow === 0 ? 0 : 1);
