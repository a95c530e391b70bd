"""What a person reading a page would stumble over: words over words, words cut off, foreign units, too many digits."""

from __future__ import annotations

from playwright.sync_api import Page

# every run of text that is seen, with its box; boxes that scroll or hide cut theirs off
_FOUND = """
() => {
  const shown = [];
  const clipped = (element, box) => {
    let { left, right, top, bottom } = box;
    for (let one = element; one && one !== document.body; one = one.parentElement) {
      const style = getComputedStyle(one);
      if (style.clipPath !== 'none') return null;
      if (style.overflowX !== 'visible' || style.overflowY !== 'visible') {
        const own = one.getBoundingClientRect();
        left = Math.max(left, own.left); right = Math.min(right, own.right);
        top = Math.max(top, own.top); bottom = Math.min(bottom, own.bottom);
      }
    }
    return right - left > 1 && bottom - top > 1 ? { left, right, top, bottom } : null;
  };
  const walk = document.createTreeWalker(document.querySelector('[role=dialog]') ?? document.querySelector('main') ?? document.body, NodeFilter.SHOW_TEXT);
  for (let node = walk.nextNode(); node; node = walk.nextNode()) {
    const words = node.textContent.trim();
    const parent = node.parentElement;
    if (!parent.checkVisibility({ visibilityProperty: true, opacityProperty: true, contentVisibilityAuto: true })) continue;
    if (!words || ['SCRIPT', 'STYLE', 'OPTION', 'TITLE'].includes(parent.tagName)) continue;
    const range = document.createRange();
    range.selectNodeContents(node);
    for (const box of range.getClientRects()) {
      const seen = clipped(parent, box);
      if (seen) shown.push({ words, ...seen });
    }
  }
  const overlaps = [];
  shown.sort((a, b) => a.left - b.left);
  shown.forEach((a, i) => {
    for (let j = i + 1; j < shown.length && shown[j].left < a.right; j++) {
      const b = shown[j];
      const wide = Math.min(a.right, b.right) - b.left;
      const high = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top);
      // letters do not fill their line box: half of it may be shared
      if (wide > 2 && high > 0.5 * Math.min(a.bottom - a.top, b.bottom - b.top)) overlaps.push(`${a.words} | ${b.words}`);
    }
  });
  const cut = [];
  for (const one of document.querySelectorAll('input:not([type=range]):not([type=checkbox]):not([type=radio]):not([type=file]), button, .truncate, td, th')) {
    if (one.clientWidth && one.scrollWidth > one.clientWidth + 1 && (one.tagName === 'INPUT' || getComputedStyle(one).overflowX !== 'visible'))
      cut.push(one.value || one.textContent);
  }
  return { overlaps, cut, texts: [...new Set(shown.map((one) => one.words))] };
}
"""


def stumbles(page: Page) -> dict[str, list[str]]:
    """Words lying over words, words cut off, and every text that is seen on the page as it stands."""
    found: dict[str, list[str]] = page.evaluate(_FOUND)
    return found
