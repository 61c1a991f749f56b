import { ApiProperty } from '@nestjs/swagger';
import { IsIn, IsNotEmpty, IsString, MaxLength } from 'class-validator';
import { trimmed } from '../http/trimmed';

export class ShopNameDto {
  @ApiProperty({ maxLength: 120 })
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'name: give the shop a name' })
  @MaxLength(120)
  name!: string;
}

/** What a new shop begins with. */
export const FILLINGS = ['nothing', 'demo'] as const;
export type Filling = (typeof FILLINGS)[number];

export class NewShopDto extends ShopNameDto {
  @ApiProperty({ enum: FILLINGS, description: 'What it begins with.' })
  @IsIn(FILLINGS)
  filling!: Filling;
}
