import * as z from 'zod';
import { bodyOf, refuseRequest, respond } from '@/app/api/respond';
import { kept } from '@/app/data';
import { mergedFirm } from '@/core/job/firmMerge';
import { Firm } from '@/core/job/schema/firm';

/** What somebody had seen of the firm, and what he made of it. */
const Body = z.strictObject({ base: Firm, firm: Firm });

/** The firm's usual parts and prices. */
export function GET() {
  return respond(async () => (await kept()).firm.load());
}

/** Brings a change to what is kept now, field by field; what others changed meanwhile stays. */
export function PUT(request: Request) {
  return respond(async () => {
    const { base, firm } = await bodyOf(request, Body);
    const store = await kept();
    const merged = mergedFirm(base, firm, store.firm.load());
    if (!merged.ok)
      refuseRequest(
        409,
        merged.paths.map((path) => ({
          path,
          message: 'changed meanwhile in another window; look at it again, and enter it anew',
        })),
      );
    store.firm.save(merged.firm);
    return store.firm.load();
  });
}
