import { Body, Controller, HttpCode, Param, Post } from '@nestjs/common';
import { ApiConflictResponse, ApiNotFoundResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { RequireRole, ProblemDto, valueOf } from '../platform/index.ts';
import { TagParam } from '../units/index.ts';
import { ComplaintDto, NewComplaintDto, complaintDto } from './complaint.dto.ts';
import { ComplaintsService } from './complaints.service.ts';

@ApiTags('complaints')
@Controller('units/:tag/complaints')
export class ComplaintsController {
  constructor(private readonly complaints: ComplaintsService) {}

  @Post()
  @HttpCode(200)
  @RequireRole('technician', { bench: true })
  @ApiOkResponse({ type: ComplaintDto })
  @ApiNotFoundResponse({ type: ProblemDto })
  @ApiConflictResponse({ type: ProblemDto })
  async reportComplaint(@Param() { tag }: TagParam, @Body() complaint: NewComplaintDto): Promise<ComplaintDto> {
    return complaintDto(valueOf(await this.complaints.report(tag, complaint)));
  }
}
