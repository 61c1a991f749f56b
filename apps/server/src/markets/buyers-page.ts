import type { MarketListing } from '@brelm/contract';
import type { Market } from './rules';

const ESCAPES: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
};
const safe = (text: string): string => text.replace(/[&<>"']/g, (c) => ESCAPES[c]);

const STYLE = `body{font:16px/1.5 'Atkinson Hyperlegible Next',system-ui,sans-serif;margin:0;background:#f5f3ee;color:#20262a}
header{padding:14px 28px;border-bottom:1px solid #ddd7ca;background:#fffdf9;display:flex;gap:16px;align-items:baseline}
header b{font-size:20px}main{display:grid;grid-template-columns:minmax(0,3fr) minmax(260px,2fr);gap:32px;max-width:1080px;margin:28px auto;padding:0 28px}
img{display:block;width:100%;border:1px solid #ddd7ca;border-radius:6px;background:#fffdf9}
.more{display:grid;grid-template-columns:repeat(4,1fr);gap:8px;margin-top:8px}h1{font-size:25px;line-height:1.25;margin:0 0 8px}
.price{font-size:22px;font-weight:700;margin:0 0 14px}.note{color:#5d666b;font-size:14px}p{white-space:pre-line}
ul{padding-left:20px}.tags{display:flex;flex-wrap:wrap;gap:6px;list-style:none;padding:0}.tags li{border:1px solid #ddd7ca;border-radius:6px;padding:1px 8px;font-size:14px}
@media(max-width:700px){main{grid-template-columns:1fr}}`;

/** The page on which buyers see a listing: plain HTML, with nothing in it that runs. */
export function buyersPage(
  market: Market,
  listing: MarketListing,
  shop: string,
  pictures: number,
  colours: readonly string[],
): string {
  const { words, id, state } = listing;
  const spec = market.specs.find((s) => s.id === listing.product)!;
  // From the page itself, at whatever address its shop is.
  const at = (i: number) => `${id}/pictures/${i}`;
  const currency = spec.listing?.fees?.currency ?? 'EUR';
  const price = new Intl.NumberFormat('en-IE', { style: 'currency', currency }).format(words.price / 100);
  const [first, ...others] = Array.from({ length: pictures }, (_, i) => i);
  const picture = (i: number, alt: string) => `<img src="${at(i)}" alt="${safe(alt)}">`;
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>${safe(words.title)} – ${safe(market.name)}</title><style>${STYLE}</style></head><body>
<header><b>${safe(market.name)}</b><span class="note">a stand-in: nothing can be bought here</span></header>
<main><div>${first === undefined ? '<p class="note">No picture.</p>' : picture(first, words.title)}
${others.length ? `<div class="more">${others.map((i) => picture(i, `${words.title}, picture ${i + 1}`)).join('')}</div>` : ''}</div>
<div>${state === 'in review' ? '<p class="note">In review: buyers do not see it yet.</p>' : ''}
<h1 dir="auto">${safe(words.title)}</h1><p class="price">${safe(price)}</p>
<p class="note">${safe(spec.product)}, sold by ${safe(shop)}</p>
${colours.length ? `<p>In ${safe(colours.join(', '))}</p>` : ''}
${words.points.length ? `<ul>${words.points.map((p) => `<li dir="auto">${safe(p)}</li>`).join('')}</ul>` : ''}
<p dir="auto">${safe(words.description)}</p>
${words.tags.length ? `<ul class="tags">${words.tags.map((t) => `<li dir="auto">${safe(t)}</li>`).join('')}</ul>` : ''}</div></main></body></html>`;
}
