import type { ReactNode } from 'react';

/** How wide a place of the shop is, and how far from its edges: the same for each, so that nothing jumps between them. */
export const PLACE_WIDTH = 'mx-auto w-full max-w-[1180px] px-6 pt-6 max-[599px]:px-3 max-[599px]:pt-3';

/** A place of the shop that scrolls as a whole, under its name, a word on it, and what is done there. */
export function Place({
  title,
  about,
  actions,
  children,
}: {
  title: string;
  about?: string;
  actions?: ReactNode;
  children: ReactNode;
}) {
  return (
    <main className="h-full overflow-y-auto">
      <div className={`${PLACE_WIDTH} pb-10`}>
        <div className="flex min-h-8 flex-wrap items-center gap-x-3 gap-y-2">
          <h1 className="mr-auto text-[26px] leading-none">{title}</h1>
          {actions}
        </div>
        {about && <p className="mt-1.5 text-[13px] text-muted">{about}</p>}
        <div className="mt-4">{children}</div>
      </div>
    </main>
  );
}
