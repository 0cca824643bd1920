import { expect } from 'chai';
import fc from 'fast-check';
import { lineColours, lineShows, proposeLineColour, type LineLight } from './index.js';

const light = (more: Partial<LineLight> = {}): LineLight => ({
  groundColour: '#ffffff',
  room: 'dark',
  lumens: 500,
  areaM2: 1.5,
  ...more,
});

describe('the colour of projected lines', () => {
  it('is white on white in the dark, where white is nearly all there is to see', () => {
    expect(proposeLineColour(light()).name).to.equal('white');
    expect(proposeLineColour(light()).shows).to.be.above(70);
  });

  it('is a colour in a lit room, where white hardly stands out, and says by how much', () => {
    const lit = proposeLineColour(light({ room: 'lit', lumens: 300 }));
    expect(lit.name).not.to.equal('white');
    expect(lit.shows).to.be.above(1.1 * lit.whiteShows);
    expect(lit.shows).to.be.closeTo(lineShows(lit.colour, light({ room: 'lit', lumens: 300 })), 1e-9);
  });

  it('is none that the ground swallows: no red on green, no green on red', () => {
    expect(proposeLineColour(light({ groundColour: '#0a7a20', room: 'lit' })).name).not.to.equal('red');
    expect(proposeLineColour(light({ groundColour: '#8a1010', room: 'lit' })).name).not.to.equal('green');
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
        const proposed = proposeLineColour(light({ groundColour, lumens }));
        expect(lineColours.map(({ colour }) => colour)).to.include(proposed.colour);
        expect(proposed.shows).to.be.at.least(proposed.whiteShows);
      }),
    );
  });
});
