import { Column, Entity, PrimaryColumn } from 'typeorm';

/** Where a unit comes on the walk round its site: the smaller, the sooner. Those without one come last, by their tags. */
@Entity('walk_place')
export class WalkPlaceEntity {
  @PrimaryColumn('uuid') unitId!: string;
  @Column('double precision') place!: number;
}
