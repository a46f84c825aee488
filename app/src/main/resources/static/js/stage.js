// Evaluates a score at a moment and draws it. FrameRenderer.java draws the same; a test compares the two.
// Lengths of lines are in stage units: the stage is 1600 wide and 900 high at any size. All of them are in StageLook.java.
import { KINDS, LOOK } from './kinds.js';

/** The stage of a wide screen, and that of a narrow one: there marks are twice as thick. */
export const WIDE = { width: LOOK.width, height: LOOK.height };
export const NARROW = { width: 800, height: 600 };

function between(a, b, share) {
  return a + (b - a) * share;
}

function cameraAt(keys, at) {
  let last = null;
  for (const key of keys) {
    if (key.atMs > at) {
      if (!last || last.page !== key.page) {
        return last ?? key;
      }
      const s = (at - last.atMs) / (key.atMs - last.atMs);
      const view = {
        x: between(last.view.x, key.view.x, s),
        y: between(last.view.y, key.view.y, s),
        width: between(last.view.width, key.view.width, s),
        height: between(last.view.height, key.view.height, s),
      };
      return { page: key.page, view };
    }
    last = key;
  }
  return last;
}

function pointerAt(tracks, page, at) {
  for (const track of tracks) {
    const keys = track.keys;
    if (track.page !== page || at < keys[0].atMs || at >= keys[keys.length - 1].atMs) {
      continue;
    }
    const next = keys.findIndex((k) => k.atMs > at);
    const a = keys[next - 1];
    const b = keys[next];
    const s = (at - a.atMs) / (b.atMs - a.atMs);
    return { x: between(a.x, b.x, s), y: between(a.y, b.y, s) };
  }
  return null;
}

/**
 * What a score shows at a moment.
 * @param keys of the camera to look through; the score has one for narrow screens besides
 */
export function momentOf(score, at, keys = score.camera) {
  const camera = cameraAt(keys, at);
  const page = camera ? camera.page : -1;
  return {
    at,
    page: page < 0 ? null : score.pages[page],
    view: camera?.view,
    marks: score.marks.filter((m) => m.page === page && m.startMs <= at && at < m.endMs),
    pointer: pointerAt(score.pointer, page, at),
  };
}

/** A mark without a time is there. */
function drawnShare(mark, at) {
  return mark.drawMs ? Math.min(1, Math.max(0, (at - mark.startMs) / mark.drawMs)) : 1;
}

function disc(g, x, y, radius, color) {
  g.fillStyle = color;
  g.beginPath();
  g.arc(x, y, radius, 0, 2 * Math.PI);
  g.fill();
}

function around(boxes) {
  const x = Math.min(...boxes.map((b) => b.x));
  const y = Math.min(...boxes.map((b) => b.y));
  return {
    x,
    y,
    width: Math.max(...boxes.map((b) => b.x + b.width)) - x,
    height: Math.max(...boxes.map((b) => b.y + b.height)) - y,
  };
}

function drawLight(g, onStage, mark, drawn, height) {
  g.save();
  g.beginPath();
  g.rect(0, 0, LOOK.width, height);
  for (const box of mark.boxes) {
    const r = onStage(box, LOOK.around);
    // Wound the other way round, so that it is left out.
    g.moveTo(r.x, r.y);
    g.lineTo(r.x, r.y + r.height);
    g.lineTo(r.x + r.width, r.y + r.height);
    g.lineTo(r.x + r.width, r.y);
    g.closePath();
  }
  g.globalAlpha = LOOK.dim * drawn;
  g.fillStyle = LOOK.ink;
  g.fill('nonzero');
  g.restore();
}

/** How each kind is drawn; a kind that is missing here fails a test. */
const DRAW = {
  light: drawLight,
  ring(g, onStage, mark, drawn) {
    const r = onStage(around(mark.boxes), LOOK.around);
    g.save();
    g.globalAlpha = drawn;
    g.lineWidth = LOOK.ring;
    g.beginPath();
    g.roundRect(r.x, r.y, r.width, r.height, Math.min(LOOK.corner, r.height) / 2);
    g.stroke();
    g.restore();
  },
  underline(g, onStage, mark, drawn) {
    g.lineWidth = LOOK.underline;
    g.lineCap = 'round';
    for (const box of mark.boxes) {
      const r = onStage(box, 0);
      const y = r.y + r.height + LOOK.underlineBelow;
      g.beginPath();
      g.moveTo(r.x, y);
      g.lineTo(r.x + r.width * drawn, y);
      g.stroke();
    }
  },
  number(g, onStage, mark, drawn) {
    const r = onStage(mark.boxes[0], 0);
    // BadgePlace.java found it; until it has, it stands before what it counts (BadgePlace.before).
    const place = onStage(mark.badge ?? { x: mark.boxes[0].x - 16, y: mark.boxes[0].y + mark.boxes[0].height / 2 - 6.5, width: 13, height: 13 }, 0);
    const radius = place.width / 2;
    const x = Math.max(radius, place.x + radius); // At the edge of the stage it stays whole.
    const y = place.y + radius;
    if (place.x > r.x + r.width + place.width || place.x + 2 * place.width < r.x) {
      drawLeader(g, x, r, drawn);
    }
    disc(g, x, y, radius * drawn, LOOK.plum);
    g.fillStyle = '#FFFFFF';
    g.font = `700 ${LOOK.figure * radius * drawn}px Bitter, Georgia, serif`;
    g.textAlign = 'center';
    g.fillText(String(mark.number), x, y + LOOK.figureBelow * radius * drawn);
  },
  ink: (g, onStage, mark, drawn) => drawInk(g, onStage, mark.ink, drawn, inkOf(mark)),
  note: drawNote,
  filled: drawFilledIn,
  cover: (g, onStage, mark) => mark.boxes.forEach((box) => drawCover(g, onStage(box, 0))),
};

/** From a badge that stands away from what it counts, beneath the letters. */
function drawLeader(g, x, counted, drawn) {
  const y = counted.y + counted.height + LOOK.leaderBelow;
  const end = x < counted.x ? counted.x + counted.width : counted.x;
  g.lineWidth = LOOK.leader;
  g.beginPath();
  g.moveTo(x, y);
  g.lineTo(between(x, end, drawn), y);
  g.stroke();
}

/** A line whose width changes from point to point. */
function drawInk(g, onStage, ink, drawn, color) {
  const at = (p) => onStage({ x: p.x, y: p.y, width: p.width, height: 0 }, 0);
  const first = at(ink[0]);
  if (ink.length === 1) {
    disc(g, first.x, first.y, first.width / 2, color);
    return;
  }
  g.lineCap = 'round';
  g.lineJoin = 'round';
  const last = Math.max(1, Math.round(drawn * (ink.length - 1)));
  let from = first;
  for (let i = 1; i <= last; ) {
    const width = ink[i - 1].width;
    g.lineWidth = from.width;
    g.beginPath();
    g.moveTo(from.x, from.y);
    do {
      from = at(ink[i]);
      g.lineTo(from.x, from.y);
      i++;
    } while (i <= last && ink[i - 1].width === width);
    g.stroke();
  }
}

/** Students write in one of three inks; all else is plum. */
const INKS = { spruce: '#1E4B45', plum: LOOK.plum, clay: '#A8472A' };
const inkOf = (mark) => INKS[mark.color] ?? LOOK.plum;

function drawNote(g, onStage, mark, drawn) {
  const r = onStage(mark.boxes[0], 0);
  const line = onStage({ x: 0, y: 0, width: LOOK.noteLine, height: 0 }, 0).width;
  g.save();
  g.globalAlpha = drawn;
  g.fillStyle = '#FFFFFF';
  g.fillRect(r.x, r.y, r.width, r.height);
  g.lineWidth = LOOK.noteEdge;
  g.strokeRect(r.x, r.y, r.width, r.height);
  g.fillStyle = LOOK.plum;
  g.textAlign = 'left';
  g.font = `${line * LOOK.noteLetters}px "Atkinson Hyperlegible", sans-serif`;
  mark.words.split('\n').forEach((text, i) => {
    g.fillText(text, r.x + line * LOOK.noteIndent, r.y + line * (i + 1), r.width - line * 0.6);
  });
  g.restore();
}

/** The words come letter by letter, as they were typed. */
function drawFilledIn(g, onStage, mark, drawn) {
  const r = onStage(mark.boxes[0], 0);
  g.fillStyle = inkOf(mark);
  g.textAlign = 'left';
  g.font = `${r.height * LOOK.letters}px "Atkinson Hyperlegible", sans-serif`;
  g.fillText(mark.words.slice(0, Math.round(drawn * mark.words.length)), r.x, r.y + r.height * LOOK.baseline);
}

/** A strip as CoveredPicture.java paints it: for the teacher's own eyes, since others never get what is under it. */
function drawCover(g, r) {
  g.save();
  g.beginPath();
  g.rect(r.x, r.y, r.width, r.height);
  g.fillStyle = LOOK.rule;
  g.fill();
  g.clip();
  g.strokeStyle = '#56646A';
  g.lineWidth = 1.5;
  g.beginPath();
  for (let x = r.x - r.height; x < r.x + r.width; x += 12) {
    g.moveTo(x, r.y + r.height);
    g.lineTo(x + r.height, r.y);
  }
  g.stroke();
  g.restore();
}

/** What is covered first, then what changes the whole page, then the others in the order of their making. */
function drawMarks(g, onStage, marks, at, height) {
  const layer = (m) => (!KINDS[m.kind].shown ? 0 : KINDS[m.kind].beneath ? 1 : 2);
  for (const of of [0, 1, 2]) {
    for (const mark of marks.filter((m) => layer(m) === of)) {
      g.strokeStyle = inkOf(mark);
      DRAW[mark.kind](g, onStage, mark, drawnShare(mark, at), height);
    }
  }
}

/** Draws the marks of a whole page over its picture. */
export function drawSheet(canvas, page, marks) {
  const g = canvas.getContext('2d');
  canvas.width = Math.round(canvas.clientWidth * (window.devicePixelRatio || 1));
  canvas.height = Math.round((canvas.width * page.height) / page.width);
  const unit = canvas.width / LOOK.width;
  g.setTransform(unit, 0, 0, unit, 0, 0);
  g.clearRect(0, 0, LOOK.width, canvas.height / unit);
  const scale = LOOK.width / page.width;
  const onStage = (box, grown) => ({
    x: box.x * scale - grown,
    y: box.y * scale - grown,
    width: box.width * scale + 2 * grown,
    height: box.height * scale + 2 * grown,
  });
  drawMarks(g, onStage, marks, 0, page.height * scale);
}

/** Fits a canvas to the pixels of the screen. */
export function fit(canvas, stage = WIDE) {
  const width = Math.round(canvas.clientWidth * (window.devicePixelRatio || 1));
  const height = Math.round((width * stage.height) / stage.width);
  if (width > 0 && (Math.abs(canvas.width - width) > 1 || Math.abs(canvas.height - height) > 1)) {
    canvas.width = width;
    canvas.height = height;
  }
}

/** Draws a moment; pictures that are not there yet leave a white sheet. */
export function draw(canvas, moment, pictures, stage = WIDE) {
  const g = canvas.getContext('2d');
  const unit = canvas.width / stage.width;
  g.setTransform(unit, 0, 0, unit, 0, 0);
  g.fillStyle = LOOK.desk;
  g.fillRect(0, 0, stage.width, stage.height);
  if (!moment.page) {
    return;
  }
  const { page, view } = moment;
  const scale = stage.width / view.width;
  const onStage = (box, grown) => ({
    x: (box.x - view.x) * scale - grown,
    y: (box.y - view.y) * scale - grown,
    width: box.width * scale + 2 * grown,
    height: box.height * scale + 2 * grown,
  });
  const sheet = onStage({ x: 0, y: 0, width: page.width, height: page.height }, 0);
  g.fillStyle = '#FFFFFF';
  g.fillRect(sheet.x, sheet.y, sheet.width, sheet.height);
  const picture = moment.moving ?? pictures.of(page.id, sheet.width * unit);
  const pictured = picture ? page.id : '';
  if (canvas.dataset.pictured !== pictured) {
    canvas.dataset.pictured = pictured;
  }
  if (picture) {
    g.imageSmoothingQuality = 'high';
    g.drawImage(picture, sheet.x, sheet.y, sheet.width, sheet.height);
  }
  g.strokeStyle = LOOK.rule;
  g.lineWidth = LOOK.pageEdge;
  g.strokeRect(sheet.x, sheet.y, sheet.width, sheet.height);
  drawMarks(g, onStage, moment.marks, moment.at, stage.height);
  moment.over?.forEach((o) => drawOver(g, o, stage));
  if (moment.pointer) {
    const p = onStage({ x: moment.pointer.x, y: moment.pointer.y, width: 0, height: 0 }, 0);
    drawPointer(g, p.x, p.y);
  }
}

/** A circle, so that the letters it points at can be read; white around it, so that it is seen on anything. */
function drawPointer(g, x, y) {
  for (const [width, color] of [
    [LOOK.pointerOuter, '#FFFFFF'],
    [LOOK.pointerInner, LOOK.plum],
  ]) {
    g.lineWidth = width;
    g.strokeStyle = color;
    g.beginPath();
    g.arc(x, y, LOOK.pointer, 0, 2 * Math.PI);
    g.stroke();
  }
}

/** A face over the stage: all of its place is filled, what does not fit is left out at the sides. */
function drawOver(g, { picture, place }, stage) {
  const width = picture.videoWidth ?? picture.width;
  const height = picture.videoHeight ?? picture.height;
  if (!width || !height) {
    return;
  }
  const scale = stage.width / LOOK.width;
  const fills = place.width >= LOOK.width;
  const to = fills
    ? { x: 0, y: 0, width: stage.width, height: stage.height }
    : { x: place.x * scale, y: stage.height - (LOOK.height - place.y) * scale, width: place.width * scale, height: place.height * scale };
  const grown = Math.max(to.width / width, to.height / height);
  const from = { width: to.width / grown, height: to.height / grown };
  g.save();
  g.imageSmoothingQuality = 'high';
  g.drawImage(picture, (width - from.width) / 2, (height - from.height) / 2, from.width, from.height, to.x, to.y, to.width, to.height);
  if (!fills) {
    g.strokeStyle = '#FFFFFF';
    g.lineWidth = 4;
    g.strokeRect(to.x, to.y, to.width, to.height);
  }
  g.restore();
}
