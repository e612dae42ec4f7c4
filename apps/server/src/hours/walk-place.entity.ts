import { Column, Entity, PrimaryColumn } from 'typeorm';

/** The place of a unit in the walking order of its site, ascending. Units without a place come last, by tag. */
@Entity('walk_place')
export class WalkPlaceEntity {
  @PrimaryColumn('uuid') unitId!: string;
  @Column('double precision') place!: number;
}
