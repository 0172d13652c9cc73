"""Every word of every page can be read: none is smaller than 11 px, none lies on another in a drawing, none is
cut off at the edge of its sheet or by the select that shows it; in metric, and in gauge and feet, where words are
longer; on a desk, a tablet held upright and a telephone.
"""

import pytest
from sampling import LONG, some

from euthyne.core.plan import plan_of

STAGES = ("brief", "conductor", "ends", "cut", "build", "prove", "tag")
PLACES = ("/bench", "/leads", "/leads/new", "/stores", "/shelf", "/envelope/drop")
EDGE_PX = 2.0
# Of the lesser of two words, as boxes of their lines: less is white above or below the letters.
SHARE = 0.4
LEAST_PX = 11
UNREADABLE = """([edge, most, least]) => {
  const found = [];
  const seen = (e) => e.checkVisibility({visibilityProperty: true}) && !e.closest('.visually-hidden')
    && e.getBoundingClientRect().width > 0;
  const all = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  while (all.nextNode()) {
    const here = all.currentNode.parentElement, said = all.currentNode.data.trim();
    if (!said || here.matches('script, style, option, title') || !seen(here)) continue;
    const scale = here.closest('svg') ? Math.hypot(here.getScreenCTM().a, here.getScreenCTM().b) : 1;
    const size = parseFloat(getComputedStyle(here).fontSize) * scale;
    if (size < least - 0.05) found.push(`${size.toFixed(1)} px: ${said}`);
  }
  const pen = document.createElement('canvas').getContext('2d');
  for (const select of [...document.querySelectorAll('select')].filter(seen)) {
    const style = getComputedStyle(select), said = select.selectedOptions[0]?.textContent.trim() || '';
    pen.font = `${style.fontWeight} ${style.fontSize} ${style.fontFamily}`;
    const arrow = style.appearance === 'none' ? 0 : 20;
    const room = select.clientWidth - arrow - parseFloat(style.paddingLeft) - parseFloat(style.paddingRight);
    if (pen.measureText(said).width > room + 1) found.push(`cut by its select: ${said}`);
  }
  for (const svg of document.querySelectorAll('svg')) {
    const sheet = svg.getBoundingClientRect();
    if (!sheet.width) continue;
    const words = [...svg.querySelectorAll('text')]
      .map(t => [t.textContent.trim(), t.getBoundingClientRect(), getComputedStyle(t)])
      .filter(([said, box, style]) => said && box.width && style.visibility !== 'hidden');
    words.forEach(([said, a], i) => {
      if (a.left < sheet.left - edge || a.right > sheet.right + edge ||
          a.top < sheet.top - edge || a.bottom > sheet.bottom + edge)
        found.push(`cut off: ${said}`);
      for (const [other, b] of words.slice(0, i)) {
        const wide = Math.min(a.right, b.right) - Math.max(a.left, b.left);
        const high = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top);
        const lesser = Math.min(a.width * a.height, b.width * b.height);
        if (wide > 0 && high > 0 && wide * high > most * lesser)
          found.push(`on each other: ${said} and ${other}`);
      }
    });
  }
  return found;
}"""


def unreadable(page, address):
    page.goto(address)
    found = page.evaluate(UNREADABLE, [EDGE_PX, SHARE, LEAST_PX])
    return [f"{address}: {one}" for one in found]


# In gauge the texts are longer: what can be read so can be read in metric.
@pytest.fixture(params=["metric", "gauge"] if LONG else ["gauge"])
def measured(request, served):
    served[1].set("measures", request.param)
    return request.param


def test_two_words_on_each_other_and_one_over_the_edge_are_found(page):
    page.goto("/leads/TR-0023/cut")
    page.evaluate(
        """document.body.innerHTML = `<svg viewBox="0 0 200 60">
          <text x="20" y="20">one</text><text x="22" y="20">another</text>
          <text x="190" y="50">over the edge</text></svg>
          <p>small</p><select><option>far too long for it</option></select>`;
        document.querySelector('p').style.fontSize = '9px';
        document.querySelector('select').style.width = '70px'"""
    )
    found = page.evaluate(UNREADABLE, [EDGE_PX, SHARE, LEAST_PX])
    assert found == [
        "9.0 px: small",
        "cut by its select: far too long for it",
        "on each other: another and one",
        "cut off: over the edge",
    ]


@pytest.mark.parametrize("width", [1280, 820, 390] if LONG else [820, 1280])
def test_every_word_on_the_pages_of_every_lead_can_be_read(page, served, measured, width):
    page.set_viewport_size({"width": width, "height": 844})
    tags = [held.lead.tag for held in served[1].all()][:: 1 if LONG else 6]
    addresses = [f"/leads/{tag}/{stage}" for tag in tags for stage in STAGES]
    assert [x for a in some((*PLACES, *addresses), 4) for x in unreadable(page, a)] == []


@pytest.mark.parametrize("tag", some(["TR-0027", "TR-0014", "TR-0022", "TR-0029", "TR-0030"], 4))
def test_every_word_at_the_bench_can_be_read(page, served, measured, tag):
    page.set_viewport_size({"width": 820, "height": 1180})
    steps = plan_of(served[1].get(tag).lead).build.steps
    steps = steps if LONG else {(s.kind, s.part): s for s in steps}.values()
    keys = [s.key.replace("+", "%2B").replace("@", "%40") for s in steps]
    addresses = [f"/leads/{tag}/build/bench?step={key}" for key in keys]
    assert [x for a in addresses for x in unreadable(page, a)] == []
