import { ApiProperty, ApiPropertyOptional, IntersectionType } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsDefined,
  IsIn,
  IsOptional,
  IsString,
  IsUUID,
  Matches,
  MaxLength,
  ValidateNested,
} from 'class-validator';
import { GROUPS, WAITS, type Group, type Waits } from '@brelm/core/standing';
import { IsDay } from '../http/is-day';
import { Listed } from '../http/listed';
import { PageDto } from '../http/page.dto';
import { ORDERS } from './shelf.service';
import type { ShelfOrder } from '@brelm/contract';

/** Designs that are told of at once, at the most. */
const MOST_STANDING = 200;

/** What is asked of the shelf; what is left out is not asked. */
export class ShelfAskedDto {
  @ApiPropertyOptional({ enum: ['true', 'false'], description: 'The archive instead of the shelf.' })
  @IsOptional()
  @IsIn(['true', 'false'])
  archived?: 'true' | 'false';

  @ApiPropertyOptional({
    description: 'Words that all must be in its name, on it, in its parts and inks, or in its listings.',
  })
  @IsOptional()
  @IsString()
  @MaxLength(200)
  search?: string;

  @ApiPropertyOptional({ enum: ORDERS })
  @IsOptional()
  @IsIn(ORDERS)
  order?: ShelfOrder;

  @ApiPropertyOptional({ enum: GROUPS, description: 'Only designs of this group.' })
  @IsOptional()
  @IsIn(GROUPS)
  group?: Group;

  @ApiPropertyOptional({
    enum: WAITS,
    isArray: true,
    description: 'Only designs with a product that waits for one of these; parted by commas.',
  })
  @IsOptional()
  @Listed()
  @IsIn(WAITS, { each: true })
  waits?: Waits[];

  @ApiPropertyOptional({
    isArray: true,
    example: 'pinfold',
    description: 'Only designs with a product of one of these marketplaces; parted by commas.',
  })
  @IsOptional()
  @Listed()
  @ArrayMaxSize(40)
  @IsString({ each: true })
  @MaxLength(80, { each: true })
  markets?: string[];
}

export class ShelfDto extends ShelfAskedDto {
  @ApiPropertyOptional({ description: 'The day that it is seen from, YYYY-MM-DD; today where left out.' })
  @IsOptional()
  @IsDay()
  day?: string;
}

export class ShelfPageDto extends IntersectionType(ShelfDto, PageDto) {}

export class StandingDto {
  @ApiProperty({ type: [String] })
  @IsArray()
  @ArrayMaxSize(MOST_STANDING)
  @IsUUID(undefined, { each: true })
  designs!: string[];
}

export class RenameViewDto {
  @ApiProperty({ example: 'Words for Pinfold' })
  @IsString()
  @Matches(/\S/, { message: 'name must say something' })
  @MaxLength(80)
  name!: string;
}

export class KeepViewDto extends RenameViewDto {
  @ApiProperty({ type: ShelfAskedDto, description: 'What the view asks of the shelf.' })
  @IsDefined()
  @ValidateNested()
  @Type(() => ShelfAskedDto)
  asked!: ShelfAskedDto;
}
