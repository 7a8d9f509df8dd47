/** Who may import whom. See docs/architecture.md. */
const TESTS = '(\\.(test|deep)\\.tsx?$|/testing/)';

const only = (name, from, allowed, comment) => ({
  name,
  severity: 'error',
  comment,
  from: { path: from, pathNot: TESTS },
  to: { path: '^(core|server|app|views|ui|workers|cli|demo|e2e|perf|scripts)/', pathNot: allowed },
});

/** Of a storey of the core nothing is known below it. */
const above = (storey, upper) => ({
  name: `${storey}-from-above`,
  severity: 'error',
  from: { path: `^core/(?!(?:${[storey, ...upper.split('|')].filter((each) => each !== '').join('|')})/)`, pathNot: TESTS },
  to: { path: `^core/${storey}/` },
});

module.exports = {
  forbidden: [
    only('core-alone', '^core/', '^core/', 'the core imports nothing of ours'),
    only('cells-lowest', '^core/cells/', '^core/cells/', 'cells know nothing of what is kept in them'),
    only('job-alone', '^core/job/', '^core/(job|cells)/|^core/units', 'a job knows nothing of what is made of it'),
    only('facts-on-tables', '^core/facts/', '^core/(facts|job|tables)/|^core/units', 'what is typed of a row, and in which steps'),
    only('edits-on-devices', '^core/edits/', '^core/(edits|facts|job|tables|curves|devices)/|^core/units', 'edits are commands'),
    only('tables-alone', '^core/tables/', '^core/(tables/|units|job/schema/|job/packs)', 'tables import nothing above them'),
    only('curves-low', '^core/curves/', '^core/((curves|tables|job)/|units)', 'curves import nothing above them'),
    {
      name: 'facts-are-sealed',
      severity: 'error',
      from: { path: '^core/(network|devices|conductors|loads|selectivity|rules|house|board|inspection|questions)/', pathNot: TESTS },
      to: { path: '^core/job/schema/' },
    },
    above('study', 'reports|fixes|asking|queries'),
    above('reports', 'fixes|asking|queries'),
    above('fixes', 'asking|queries'),
    above('asking', 'queries'),
    above('queries', ''),
    {
      name: 'questions-below-study',
      severity: 'error',
      comment: 'what a question stands on knows no question',
      from: { path: '^core/(?!study/|reports/|fixes/|asking/|queries/|questions/)', pathNot: TESTS },
      to: { path: '^core/questions/' },
    },
    {
      name: 'house-below-questions',
      severity: 'error',
      from: { path: '^core/(?!study/|reports/|fixes/|asking/|queries/|questions/|board/|inspection/|events/|house/)', pathNot: TESTS },
      to: { path: '^core/house/' },
    },
    {
      name: 'judging-below-house',
      severity: 'error',
      from: { path: '^core/(?!study/|reports/|fixes/|asking/|queries/|questions/|board/|inspection/|house/|judging/)', pathNot: TESTS },
      to: { path: '^core/judging/' },
    },
    {
      name: 'question-by-question',
      severity: 'error',
      comment: 'no question knows another',
      from: { path: '^core/questions/([^/]+)/', pathNot: TESTS },
      to: { path: '^core/questions/[^/]+/', pathNot: '^core/questions/$1/' },
    },
    only('server-on-core', '^server/', '^(server|core)/', 'the server stands on the core'),
    only('workers-on-core', '^workers/', '^(workers|core)/', 'workers stand on the core'),
    only('cli-on-core', '^cli/', '^(cli|core)/', 'the command line stands on the core'),
    only('ui-alone', '^ui/', '^ui/', 'primitives import nothing of ours'),
    {
    name: 'views-show',
    severity: 'error',
    comment: 'views show; what they take from the core beside the job, the quick line and the run is types only',
    from: { path: '^views/', pathNot: TESTS },
    to: { path: '^(core|server|app|cli|demo|e2e|perf|scripts)/', pathNot: '^core/(job|facts|edits|quick)/|^core/units|^core/network/run', dependencyTypesNot: ['type-only'] },
  },
    {
      name: 'screen-by-screen',
      severity: 'error',
      comment: 'no screen imports another: what they share stands in parts and in the client',
      from: { path: '^views/screens/([^/]+)/', pathNot: TESTS },
      to: { path: '^views/screens/[^/]+/', pathNot: '^views/screens/$1/' },
    },
    only('parts-below-screens', '^views/parts/', '^(views/(parts|client)|ui|core|workers)/', 'what several screens show knows no screen'),
    only('client-lowest', '^views/client/', '^(views/client|ui|core|workers)/', 'the open job and its links know nothing that is drawn'),
    only('app', '^app/', '^(app|server|views|ui/|core/job)', 'routes parse, call and render'),
    { name: 'testing-in-tests', severity: 'error', from: { path: '^(core|server|app|views|ui|workers|cli)/', pathNot: TESTS }, to: { path: '/testing/' } },
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
    { name: 'nothing-imports-tests', severity: 'error', from: { path: '^(core|server|app|views|ui|workers|cli)/' }, to: { path: '^(e2e|perf|demo)/' } },
    {
      name: 'core-packages',
      severity: 'error',
      comment: 'the core uses zod, immer, fast-deep-equal and fractional-indexing, and no built-in module',
      from: { path: '^core/(?!testing/)', pathNot: TESTS },
      to: { dependencyTypes: ['npm', 'npm-dev', 'core'], pathNot: 'node_modules/(zod|immer|fast-deep-equal|fractional-indexing)' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'require', 'node', 'default', 'types'] },
  },
};
