import { ApiProperty } from '@nestjs/swagger';
import { IsInt, IsObject, IsOptional, Min } from 'class-validator';

export class CreateSceneDto {
  @ApiProperty({
    description: 'A whole scene of a photo (docs/scene-format.md); its id is given by the server.',
  })
  @IsOptional()
  @IsObject()
  document?: Record<string, unknown>;
}

export class SaveSceneDto extends CreateSceneDto {
  @ApiProperty({ description: 'The revision that this save is based on.' })
  @IsInt()
  @Min(1)
  revision!: number;
}
