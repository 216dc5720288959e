'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useDropzone } from 'react-dropzone';
import { valuesOfRecord } from '@/core/mapping/read';
import { failureWords } from '@/server/problems/words';
import { Button } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { PageMain } from '../shell/PageMain';
import { TopLine } from '../shell/TopLine';
import { FromPicture } from '../templates/FromPicture';
import { ReportView } from './ReportView';
import { useReadout } from './useReadout';

/** Read a file: any picture from anywhere, everything that is in it. */
export function ReadPage({
  photo,
}: {
  photo: { id: string; name: string; assignmentId: string } | undefined;
}) {
  const { readout, read } = useReadout(photo);
  const { getRootProps, getInputProps, open, isDragActive } = useDropzone({
    noClick: true,
    multiple: false,
    onDropAccepted: ([file]) => file && read(file, file.name),
  });
  const { onKeyDown: _, tabIndex: __, role: ___, ...root } = getRootProps();
  return (
    <Box {...(root as object)} minHeight="100dvh" bg={isDragActive ? 'wash' : 'ground'}>
      <TopLine place="Read a file" placeHref="/read">
        {readout?.report && (
          <FromPicture name={readout.name} values={valuesOfRecord(readout.report.picture.record)} />
        )}
        <Button type="button" onClick={open}>
          Choose a picture
        </Button>
      </TopLine>
      <PageMain title="Read a file">
        <input {...getInputProps()} aria-label="Picture to read" />
        {!readout && !photo && (
          <Flex
            direction="column"
            alignItems="center"
            justifyContent="center"
            minHeight="60vh"
            borderWidth="1px"
            borderStyle="dashed"
            borderColor={isDragActive ? 'woad' : 'rule'}
            margin="5"
            padding="6"
            textAlign="center"
          >
            <Box as="h2" textStyle="display">
              Drop a picture here
            </Box>
            <Box color="soft" maxWidth="32em" marginTop="2">
              Everything its records say is read in this window. The picture is not sent anywhere, and nothing
              is written.
            </Box>
          </Flex>
        )}
        {!readout && photo && (
          <Box padding="6" color="soft">
            Reading {photo.name} …
          </Box>
        )}
        {readout?.failed && (
          <Notice kind="error" padding="6">
            <chakra.span fontWeight="600">{readout.name}</chakra.span>: {failureWords(readout.failed)}
          </Notice>
        )}
        {readout?.report && (
          <ReportView name={readout.name} pictureUrl={readout.pictureUrl} report={readout.report} />
        )}
      </PageMain>
    </Box>
  );
}
