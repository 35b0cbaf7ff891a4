// Runs before the page's own scripts. `amberDrag(seconds)` then drags a pour at 60 moves a
// second, each to an amount of its own, and waits for each move until an answer asked for at
// that move or later is painted.
const first = 2100;
const painted = [];
let flying = 0;
let most = 0;

const fetched = window.fetch;
window.fetch = async (request, ...more) => {
  if (!request.url?.endsWith("/evaluate")) return fetched(request, ...more);
  flying += 1;
  most = Math.max(most, flying);
  const answer = await fetched(request, ...more);
  flying -= 1;
  // The page reads its own copy meanwhile; past the next frame the answer is on the screen.
  answer.clone().json().then((evaluated) => {
    const move = evaluated.pours[0].volume_ml - first;
    requestAnimationFrame(() => setTimeout(() => painted.push({ move, at: performance.now() })));
  });
  return answer;
};

window.amberDrag = async (seconds) => {
  const bar = document.querySelector('input[type="range"]');
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set;
  const moved = [];
  for (let move = 0; move < seconds * 60; move++) {
    await new Promise(requestAnimationFrame);
    set.call(bar, String(first + move));
    bar.dispatchEvent(new Event("input", { bubbles: true }));
    moved.push(performance.now());
  }
  await new Promise((done) => setTimeout(done, 1000));
  const waits = moved.map((at, move) => {
    const answer = painted.find((shown) => shown.move >= move && shown.at > at);
    return answer ? answer.at - at : Number.POSITIVE_INFINITY;
  });
  return { waits, most, answers: painted.length };
};
