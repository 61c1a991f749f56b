import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import type { ListingRequest } from '@brelm/contract';
import { Listed } from '../http/listed';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsOptional,
  IsString,
  IsUUID,
  Matches,
  MaxLength,
  ValidateNested,
} from 'class-validator';

/** Listings that are sent together. */
export const MOST_SENT = 200;

export class OfListingDto {
  @ApiProperty()
  @IsUUID()
  designId!: string;

  @ApiProperty({ example: 'pinfold/tee-front' })
  @IsString()
  @MaxLength(120)
  spec!: string;
}

export class AskedListingDto extends OfListingDto implements ListingRequest {
  @ApiProperty({ enum: ['publish', 'down'] })
  @IsIn(['publish', 'down'])
  action!: 'publish' | 'down';

  @ApiPropertyOptional({ description: 'What was changed on the marketplace’s side is replaced.' })
  @IsOptional()
  @IsBoolean()
  force?: boolean;
}

export class SendDto {
  @ApiProperty({ type: [AskedListingDto] })
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(MOST_SENT)
  @ValidateNested({ each: true })
  @Type(() => AskedListingDto)
  listings!: AskedListingDto[];
}

export class SendingsDto {
  @ApiProperty({ isArray: true, type: String, description: 'Parted by commas.' })
  @Listed()
  @ArrayMaxSize(MOST_SENT)
  @IsUUID(undefined, { each: true })
  ids!: string[];
}

export class MarkDto extends OfListingDto {
  @ApiProperty({ description: 'It was put up by hand; false: it is not.' })
  @IsBoolean()
  byHand!: boolean;
}

export class ConnectDto {
  @ApiProperty({ example: 'Duskwren Field Supply' })
  @IsString()
  @MaxLength(120)
  @Matches(/\S/, { message: 'shop must not be empty' })
  shop!: string;

  @ApiProperty()
  @IsString()
  @MaxLength(400)
  @Matches(/^\S+$/, { message: 'token must not be empty, and have no spaces' })
  token!: string;
}

export class ProtectedDto {
  @ApiProperty()
  @IsString()
  @MaxLength(120)
  @Matches(/[\p{L}\p{N}]/u, { message: 'words must have a letter or a digit' })
  words!: string;

  @ApiProperty({ description: 'Whose it is, and what for.' })
  @IsString()
  @MaxLength(400)
  why!: string;
}
