// Runs a package's command after making sure the packages are installed: node scripts/with-packages.mjs COMMAND ARGS...
import { bin, ensurePackages, fail, run } from './packages.mjs';

const [command, ...args] = process.argv.slice(2);
if (command === undefined) fail('usage: node scripts/with-packages.mjs COMMAND [ARGS...]');
ensurePackages();
process.exit(run(bin(command), args));
