import { createChannel, type Channel, type Session } from 'better-sse';
import {
  wallPictureSchema,
  type Placed,
  type WallPicture,
  type WallPictureChange,
  type WallPictureTold,
  type WallWindow,
} from '@nobrel/core/transfer';

/** The picture on the wall of one work, and everybody who shows it or steers it. */
type OnWall = { picture: WallPicture; channel: Channel; windows: Map<Session, WallWindow> };

/**
 * What is on the wall of each work that is projected. It lives as long as the program runs: what is worth keeping, the
 * place of the surface in the picture, is kept with the work by whoever steers.
 */
export class WallPictures {
  private readonly walls = new Map<string, Promise<OnWall>>();

  /** @param placedOf where the surface of a work lay when it was last placed; fails where there is no such work */
  constructor(private readonly placedOf: (id: string) => Promise<Placed | null>) {}

  /**
   * Makes sure there is such a work, before a page is told that it will hear of it.
   *
   * @throws Fault when there is none
   */
  async know(id: string): Promise<void> {
    await this.wallOf(id);
  }

  /**
   * Lets a page hear what is on the wall from now on.
   *
   * @param window how large the projector's window is; null for a page that steers
   */
  async join(id: string, session: Session, window: WallWindow | null): Promise<void> {
    const wall = await this.wallOf(id);
    wall.channel.register(session);
    if (window) {
      wall.windows.set(session, window);
      session.once('disconnected', () => {
        wall.windows.delete(session);
        this.tell(wall);
      });
    }
    this.tell(wall);
  }

  /** Changes what is on the wall, for everybody. */
  async change(id: string, change: WallPictureChange): Promise<WallPictureTold> {
    const wall = await this.wallOf(id);
    wall.picture = wallPictureSchema.parse({ ...wall.picture, ...change });
    return this.tell(wall);
  }

  /** Tells everybody that the work was saved: lines may be traced, or the map made anew. */
  saved(id: string): void {
    void this.walls.get(id)?.then(
      ({ channel }) => channel.broadcast(null, 'saved'),
      // A work that could not be read is on no wall.
      () => undefined,
    );
  }

  /** What is on the wall of a work; the work is asked for once. */
  private wallOf(id: string): Promise<OnWall> {
    const known = this.walls.get(id);
    if (known) return known;
    const wall = this.placedOf(id).then((placed) => ({
      picture: wallPictureSchema.parse({ placed }),
      channel: createChannel(),
      windows: new Map<Session, WallWindow>(),
    }));
    this.walls.set(id, wall);
    wall.catch(() => this.walls.delete(id));
    return wall;
  }

  private tell({ picture, channel, windows }: OnWall): WallPictureTold {
    const told = { picture, windows: [...windows.values()] };
    channel.broadcast(told, 'wall');
    return told;
  }
}
