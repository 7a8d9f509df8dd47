import { bodyOf, respond } from '@/app/api/respond';
import { kept } from '@/app/data';
import { Firm } from '@/core/job/schema/firm';

/** The firm's usual parts and prices. */
export function GET() {
  return respond(async () => (await kept()).firm.load());
}

export function PUT(request: Request) {
  return respond(async () => {
    const firm = await bodyOf(request, Firm);
    const store = await kept();
    store.firm.save(firm);
    return store.firm.load();
  });
}
