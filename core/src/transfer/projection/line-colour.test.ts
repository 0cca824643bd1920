import { expect } from 'chai';
import fc from 'fast-check';
import { betterLineColour, lineColours, lineShows, type LineLight } from './index.js';

const light = (more: Partial<LineLight> = {}): LineLight => ({
  groundColour: '#ffffff',
  room: 'dark',
  lumens: 500,
  areaM2: 1.5,
  ...more,
});

describe('the colour of projected lines', () => {
  it('is white on white in the dark, where white is nearly all there is to see', () => {
    expect(betterLineColour(light(), '#ffffff')).to.equal(null);
    expect(betterLineColour(light(), '#ff0000')?.name).to.equal('white');
    expect(lineShows('#ffffff', light())).to.be.above(70);
  });

  it('is a colour in a lit room, where white hardly stands out, and says by how much', () => {
    const lit = light({ room: 'lit', lumens: 300 });
    const better = betterLineColour(lit, '#ffffff');
    expect(better?.name).not.to.equal('white');
    expect(better?.times).to.be.above(1.1);
    expect(better && lineShows(better.colour, lit) / lineShows('#ffffff', lit)).to.be.closeTo(
      better?.times ?? NaN,
      1e-9,
    );
    expect(better && betterLineColour(lit, better.colour)).to.equal(null);
  });

  it('is none that the ground swallows: no red on green, no green on red', () => {
    const named = (groundColour: string) =>
      betterLineColour(light({ groundColour, room: 'lit' }), '#0000ff')?.name;
    expect(named('#0a7a20')).not.to.equal('red');
    expect(named('#8a1010')).not.to.equal('green');
  });

  it('shows the better the darker the room and the brighter the projector, whatever the ground', () => {
    const byte = fc.integer({ min: 16, max: 255 });
    fc.assert(
      fc.property(byte, byte, byte, fc.integer({ min: 50, max: 5000 }), (red, green, blue, lumens) => {
        const groundColour = `#${[red, green, blue].map((each) => each.toString(16).padStart(2, '0')).join('')}`;
        const at = (more: Partial<LineLight>) =>
          lineShows('#ffffff', light({ groundColour, lumens, ...more }));
        expect(at({ room: 'dark' })).to.be.at.least(at({ room: 'dim' }));
        expect(at({ room: 'dim' })).to.be.at.least(at({ room: 'lit' }));
        expect(at({ room: 'lit', lumens: 2 * lumens })).to.be.at.least(at({ room: 'lit' }));
        const better = betterLineColour(light({ groundColour, lumens }), '#ffffff');
        if (better) expect(lineColours.map(({ colour }) => colour)).to.include(better.colour);
        expect(better?.times ?? 2).to.be.above(1);
      }),
    );
  });
});
