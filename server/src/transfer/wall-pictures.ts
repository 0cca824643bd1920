import { createChannel, type Channel, type Session } from 'better-sse';
import {
  wallPictureSchema,
  type Placed,
  type WallPicture,
  type WallPictureChange,
  type WallPictureTold,
} from '@nobrel/core/transfer';

/** The picture on the wall of one work, and everybody who shows it or steers it. */
type OnWall = { picture: WallPicture; channel: Channel; windows: Set<Session> };

/**
 * What is on the wall of each work that is projected. It lives as long as the program runs: what is worth keeping, the
 * place of the surface in the picture, is kept with the work by whoever steers.
 */
export class WallPictures {
  private readonly walls = new Map<string, OnWall>();

  /**
   * Lets a page hear what is on the wall from now on.
   *
   * @param placed where the surface lay when it was last placed
   * @param isWindow whether the page is the projector's window, not one that steers
   */
  join(id: string, session: Session, placed: Placed | null, isWindow: boolean): void {
    const wall = this.wallOf(id, placed);
    wall.channel.register(session);
    if (isWindow) {
      wall.windows.add(session);
      session.once('disconnected', () => {
        wall.windows.delete(session);
        this.tell(wall);
      });
    }
    this.tell(wall);
  }

  /** Changes what is on the wall, for everybody. */
  change(id: string, placed: Placed | null, change: WallPictureChange): WallPictureTold {
    const wall = this.wallOf(id, placed);
    wall.picture = wallPictureSchema.parse({ ...wall.picture, ...change });
    return this.tell(wall);
  }

  /** Tells everybody that the work was saved: lines may be traced, or the map made anew. */
  saved(id: string): void {
    this.walls.get(id)?.channel.broadcast(null, 'saved');
  }

  private wallOf(id: string, placed: Placed | null): OnWall {
    const known = this.walls.get(id);
    if (known) return known;
    const wall: OnWall = {
      picture: wallPictureSchema.parse({ placed }),
      channel: createChannel(),
      windows: new Set(),
    };
    this.walls.set(id, wall);
    return wall;
  }

  private tell({ picture, channel, windows }: OnWall): WallPictureTold {
    const told = { picture, windows: windows.size };
    channel.broadcast(told, 'wall');
    return told;
  }
}
